import { availableParallelism } from 'node:os';
import {
  BLEND_NAMES,
  compositeRows,
  KernelMemory,
  scratchFloats,
  startKernels,
  stopKernels,
} from '@diplex/kernels';
import { definitionOf, startValues } from '@diplex/steps';
import sharp from 'sharp';
import { chainRows } from './chain';
import { FLAT, flattenRows, picture } from './flatten';
import { type Mat, type OpenCv, openCv } from './opencv';
import { pickRows } from './picking';
import { compare, figure, median, milliseconds, type Row } from './row';
import { BenchPool } from './threads/pool';

const THREADS = Math.max(2, availableParallelism());
const MEGA = 2 ** 20;

/** Every blend mode on one million float pixels, against its twin in TypeScript. */
async function* blendRows(): AsyncGenerator<Row> {
  const memory = KernelMemory.create(256 * MEGA);
  if (!memory) throw new Error('The kernels do not run here.');
  const scratch = memory.allocate(64 * MEGA);
  const fill = (data: Float32Array, by: number) => {
    for (let i = 0; i < data.length; i++) data[i] = ((i * by) % 256) / 255;
    for (let i = 0; i < data.length; i += 4) {
      for (let c = i; c < i + 3; c++) data[c] = (data[c] as number) * (data[i + 3] as number);
    }
  };
  startKernels(memory.share, scratch);
  const [below, above] = [scratchFloats(4 * MEGA), scratchFloats(4 * MEGA)];
  const [plainBelow, plainAbove] = [new Float32Array(4 * MEGA), new Float32Array(4 * MEGA)];
  for (const data of [above, plainAbove]) fill(data, 104_729);
  for (const mode of BLEND_NAMES) {
    const ours = () => compositeRows(mode, below, above, null, 0.7, 'light');
    const twin = () => compositeRows(mode, plainBelow, plainAbove, null, 0.7, 'light');
    const what = `blend one layer of 1 MP, ${mode}`;
    // Blending the same pixels again and again would wear them down to almost nothing.
    const prepare = () => {
      for (const data of [below, plainBelow]) fill(data, 7919);
    };
    yield await compare(what, 'the TypeScript twin', 0.25, ours, twin, 3, prepare);
  }
  stopKernels();
}

async function blurRows(pool: BenchPool): Promise<Row[]> {
  const { width, height } = FLAT;
  const data = pool.bytes(width * height * 3);
  picture(width, height, 3, 0, data);
  const to = pool.bytes(width * height * 3);
  const buffer = Buffer.from(new Uint8Array(data));
  const raw = { width, height, channels: 3 as const };
  const rows: Row[] = [];
  for (const sigma of [2, 16, 64]) {
    const ask = { picture: { width, height, data }, sigma, to };
    rows.push(
      await compare(
        `Gaussian blur of ${sigma} px at 24 MP, 8 bits in and out, ${THREADS} threads`,
        "sharp's blur with as many threads",
        1,
        () => pool.run('blur', height, ask),
        () => sharp(buffer, { raw }).blur(sigma).raw().toBuffer(),
        3,
      ),
    );
  }
  const [first, ...wider] = rows;
  for (const [i, row] of wider.entries()) {
    const what = `Gaussian blur of ${[16, 64][i]} px at 24 MP`;
    const ratio = row.ours / (first?.ours ?? 1);
    const reference = 'our own of 2 px';
    const both = { what, reference, ours: row.ours, theirs: first?.ours ?? 0, unit: 'ms' };
    rows.push({ ...both, ratio, target: 1.3, holds: ratio <= 1.3 });
  }
  pool.clear();
  return rows;
}

const PLANE = { width: 4000, height: 3000 };

function mat(cv: OpenCv, type: string, fill: (mat: Mat) => void): Mat {
  const made = new cv.Mat(PLANE.height, PLANE.width, cv[type] as number);
  fill(made);
  return made;
}

async function warpRow(pool: BenchPool, cv: OpenCv): Promise<Row> {
  const { width, height } = PLANE;
  const data = pool.bytes(width * height * 4);
  picture(width, height, 4, 0, data);
  const to = pool.bytes(width * height * 4);
  // Turned by 9 degrees and tilted a little; output to source.
  const map = [0.98, -0.156, 180, 0.156, 0.98, -160, 0.000008, -0.000005, 1];
  const from = mat(cv, 'CV_8UC4', ({ data: own }) => own.set(data));
  const out = new cv.Mat();
  const matrix = cv.matFromArray(3, 3, cv.CV_64F as number, map);
  const size = new cv.Size(width, height);
  const flags = (cv.INTER_CUBIC as number) | (cv.WARP_INVERSE_MAP as number);
  const row = await compare(
    `projective resampling of 12 MP, ${THREADS} threads`,
    "OpenCV.js's warpPerspective, cubic, its one thread",
    1,
    () => pool.run('warp', height, { picture: { ...PLANE, data }, map, to }),
    () => cv.warpPerspective(from, out, matrix, size, flags, cv.BORDER_REPLICATE as number),
    3,
  );
  for (const each of [from, out, matrix]) each.delete();
  pool.clear();
  return row;
}

async function maskRows(pool: BenchPool, cv: OpenCv): Promise<Row[]> {
  const { width, height } = PLANE;
  const plane = pool.floats(width * height);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i++) {
      plane[i] = Math.hypot((x % 1000) - 500, (y % 750) - 375) < 300 ? 1 : 0;
    }
  }
  const to = pool.floats(width * height);
  const floats = mat(cv, 'CV_32FC1', ({ data32F }) => data32F.set(plane));
  const bytes = mat(cv, 'CV_8UC1', ({ data }) => data.set(plane));
  const out = new cv.Mat();
  const none = new cv.Size(0, 0);
  const ask = { plane: { ...PLANE, data: plane }, to };
  const rows = [
    await compare(
      `feather of 8 px at 12 MP, ${THREADS} threads`,
      "OpenCV.js's GaussianBlur of floats, its one thread",
      1,
      () => pool.run('feather', height, { ...ask, reach: 8 }),
      () => cv.GaussianBlur(floats, out, none, 8, 8, cv.BORDER_REPLICATE as number),
      3,
    ),
    await compare(
      `signed distance field to 32 px at 12 MP, ${THREADS} threads`,
      "OpenCV.js's precise distanceTransform of one side, its one thread",
      1,
      () => pool.run('distance', height, { ...ask, reach: 32 }),
      () => cv.distanceTransform(bytes, out, cv.DIST_L2 as number, cv.DIST_MASK_PRECISE as number),
      3,
    ),
  ];
  for (const each of [floats, bytes, out]) each.delete();
  pool.clear();
  return rows;
}

/** How far blurs of shapes look, in pixels. */
const RADIUS = 24;

/** A kernel of a shape, as OpenCV wants it: 1 inside, all together 1. */
function kernelOf(cv: OpenCv, inside: (x: number, y: number) => boolean): Mat {
  const side = 2 * RADIUS + 1;
  const values = Array.from({ length: side * side }, (_, i) =>
    inside((i % side) - RADIUS, Math.floor(i / side) - RADIUS) ? 1 : 0,
  );
  const sum = values.reduce((all: number, each) => all + each, 0);
  return cv.matFromArray(
    ...([side, side, cv.CV_32F as number, values.map((each) => each / sum)] as const),
  );
}

/** Effects that gather from around each pixel, in linear light. */
async function effectRows(pool: BenchPool, cv: OpenCv): Promise<Row[]> {
  const { width, height } = PLANE;
  const data = pool.bytes(width * height * 4);
  picture(width, height, 4, 0, data);
  for (let i = 3; i < data.length; i += 4) data[i] = 255;
  const to = pool.bytes(width * height * 4);
  const from = mat(cv, 'CV_8UC4', ({ data: own }) => own.set(data));
  const out = new cv.Mat();
  const disc = kernelOf(cv, (x, y) => Math.hypot(x, y) <= RADIUS);
  const line = kernelOf(cv, (x, y) => Math.abs(y - 0.36 * x) < 0.6);
  const filter = (kernel: Mat) =>
    cv.filter2D(from, out, -1, kernel, new cv.Point(-1, -1), 0, cv.BORDER_REPLICATE as number);
  const started = (kind: string, values: object) => ({
    ...{ picture: { ...PLANE, data }, to, kind },
    values: { ...startValues(definitionOf(kind)), ...values },
  });
  const lens = started('lens-blur', { size: RADIUS, roundness: 1, bloom: 0 });
  const motion = started('motion-blur', { length: 2 * RADIUS, angle: 20 });
  const theirs = "OpenCV.js's filter2D by the same kernel, its one thread";
  const rows = [
    await compare(
      `lens blur of ${RADIUS} px at 12 MP, in light, ${THREADS} threads`,
      ...([theirs, 0.2] as const),
      () => pool.run('gather', height, lens),
      () => filter(disc),
      2,
    ),
    await compare(
      `motion blur of ${2 * RADIUS} px at 12 MP, in light, ${THREADS} threads`,
      ...([theirs, 1] as const),
      () => pool.run('gather', height, motion),
      () => filter(line),
      2,
    ),
  ];
  const painted = started('strokes', {});
  const took = await milliseconds(() => pool.run('gather', height, painted));
  rows.push(figure(`Strokes at 12 MP, ${THREADS} threads`, took / 1000, 's', 20));
  for (const each of [from, out, disc, line]) each.delete();
  pool.clear();
  return rows;
}

/** Many strokes' worth of blocks, as a day of work asks for them: the memory must not grow. */
async function allocatorRow(): Promise<Row> {
  const memory = KernelMemory.create(512 * MEGA);
  if (!memory) throw new Error('The kernels do not run here.');
  const tile = 2 ** 18;
  const round = () => {
    const blocks = Array.from({ length: 200 }, (_, i) => memory.allocate(tile * ((i % 4) + 1)));
    for (const block of blocks.sort((a, b) => (a.address % 7) - (b.address % 7)))
      memory.release(block);
  };
  round();
  const before = memory.share.memory.buffer.byteLength;
  const times: number[] = [];
  for (let i = 0; i < 200; i++) times.push(await milliseconds(round));
  const growth = (memory.share.memory.buffer.byteLength - before) / MEGA;
  const what = `growth of the shared memory over 40,000 blocks (200 in ${median(times).toFixed(1)} ms)`;
  return figure(what, growth, 'MB', 0);
}

/** The rows that compare times. */
export async function* speedRows(): AsyncGenerator<Row> {
  sharp.concurrency(THREADS);
  yield* blendRows();
  yield* chainRows();
  yield* flattenRows(THREADS);
  const pool = BenchPool.start(THREADS);
  yield* await blurRows(pool);
  const cv = await openCv();
  yield await warpRow(pool, cv);
  yield* await maskRows(pool, cv);
  yield* await effectRows(pool, cv);
  await pool.close();
  yield await allocatorRow();
  yield* pickRows();
}
