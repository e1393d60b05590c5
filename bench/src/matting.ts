import { existsSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  estimateForeground,
  inMemory,
  KNOWN,
  type MatteInput,
  matte,
  unknownsOf,
} from '@diplex/core';
import { decodeExactly, encodeExactly, KernelMemory, startKernels } from '@diplex/kernels';
import sharp from 'sharp';
import { closedForm, guidedTrimap } from './matting-baselines';
import { type MatteErrors, matteErrors } from './matting-errors';

const PHOTOGRAPH = 'demo/photos/harbour-wall.jpg';

interface Case {
  readonly name: string;
  readonly linear: MatteInput;
  readonly encoded: MatteInput;
  readonly alpha: Float32Array;
  /** True foreground in linear light, interleaved. */
  readonly foreground: Float32Array;
  readonly backdrops: readonly Float32Array[];
}

export interface MattingRow extends MatteErrors {
  readonly case: string;
  readonly method: string;
  /** Mean error of the foreground colour in encoded values, weighted by the true alpha. */
  readonly foreground: number;
  /** Mean error of composites before black, white, green and a photograph, in encoded values. */
  readonly composite: number;
  readonly seconds: number;
}

const LIGHT = Float32Array.from({ length: 256 }, (_, i) => decodeExactly(i / 255));

async function pixels(file: string, width?: number, height?: number): Promise<Uint8Array> {
  const picture = sharp(file).removeAlpha().toColourspace('srgb');
  const sized = width && height ? picture.resize(width, height, { fit: 'fill' }) : picture;
  return new Uint8Array(await sized.raw({ depth: 'uchar' }).toBuffer());
}

async function grey16(file: string): Promise<Float32Array> {
  const { data, info } = await sharp(file)
    .toColourspace('grey16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  const samples = new Uint16Array(data.buffer, data.byteOffset, data.length / 2);
  const count = info.width * info.height;
  const channels = samples.length / count;
  return Float32Array.from({ length: count }, (_, p) => (samples[p * channels] as number) / 65_535);
}

const toLight = (samples: Uint8Array) => Float32Array.from(samples, (v) => LIGHT[v] as number);

async function load(folder: string, name: string): Promise<Case> {
  const file = (part: string) => join(folder, name, `${part}.png`);
  const { width = 0, height = 0 } = await sharp(file('image')).metadata();
  const image = await pixels(file('image'));
  const marks = await grey16(file('trimap'));
  const known = Uint8Array.from(marks, (mark) =>
    mark === 0 ? KNOWN.drop : mark === 1 ? KNOWN.keep : KNOWN.unsure,
  );
  const flat = (r: number, g: number, b: number) =>
    Float32Array.from({ length: width * height * 3 }, (_, i) => [r, g, b][i % 3] as number);
  return {
    name,
    linear: { width, height, known, linear: toLight(image) },
    encoded: { width, height, known, linear: Float32Array.from(image, (v) => v / 255) },
    alpha: await grey16(file('alpha')),
    foreground: toLight(await pixels(file('foreground'))),
    backdrops: [
      ...[flat(0, 0, 0), flat(1, 1, 1), flat(0.05, 0.5, 0.05)],
      toLight(await pixels(PHOTOGRAPH, width, height)),
    ],
  };
}

function off(a: number, b: number): number {
  return Math.abs(encodeExactly(a) - encodeExactly(b));
}

function judge(
  { name, linear, alpha: truth, foreground, backdrops }: Case,
  method: string,
  alpha: Float32Array,
  colours: Float32Array,
  seconds: number,
): MattingRow {
  const { width, height } = linear;
  const pixel = unknownsOf(linear).pixel.filter((p) => p >= 0);
  const extent = { width, height };
  const errors = matteErrors({ ...extent, data: alpha }, { ...extent, data: truth }, pixel);
  let [colourOff, weight, compositeOff] = [0, 0, 0];
  for (const p of pixel) {
    const [a, t] = [alpha[p] as number, truth[p] as number];
    weight += t;
    for (let c = 0; c < 3; c++) {
      const [f, g] = [colours[p * 3 + c] as number, foreground[p * 3 + c] as number];
      colourOff += t * off(f, g);
      for (const backdrop of backdrops) {
        const b = backdrop[p * 3 + c] as number;
        compositeOff += off(a * f + (1 - a) * b, t * g + (1 - t) * b);
      }
    }
  }
  return {
    ...{ case: name, method, ...errors, seconds },
    foreground: colourOff / (3 * weight),
    composite: compositeOff / (3 * backdrops.length * pixel.length),
  };
}

const METHODS: readonly (readonly [string, (each: Case) => Float32Array])[] = [
  ['Diplex', ({ linear }) => matte(inMemory(linear))],
  ['closed form', ({ encoded }) => closedForm(encoded)],
  ['guided trimap', ({ encoded }) => guidedTrimap(encoded)],
];

function rowsOf(each: Case): MattingRow[] {
  const { linear } = each;
  const rows = METHODS.map(([method, solve]) => {
    const from = performance.now();
    const alpha = solve(each);
    const colours = estimateForeground(linear, alpha);
    return judge(each, method, alpha, colours, (performance.now() - from) / 1000);
  });
  // What is gained by estimating colours at all: the picture's own, under the true alpha.
  return [...rows, judge(each, 'own colours', each.alpha, linear.linear, 0)];
}

const MEASURES = ['sad', 'mse', 'gradient', 'connectivity', 'foreground', 'composite'] as const;

function meanRow(method: string, rows: readonly MattingRow[]): MattingRow {
  const mine = rows.filter((row) => row.method === method);
  const mean = (key: (typeof MEASURES)[number] | 'seconds') =>
    mine.reduce((sum, row) => sum + row[key], 0) / mine.length;
  return {
    ...{ case: 'mean', method, sad: mean('sad'), mse: mean('mse'), gradient: mean('gradient') },
    ...{ connectivity: mean('connectivity'), foreground: mean('foreground') },
    ...{ composite: mean('composite'), seconds: mean('seconds') },
  };
}

function line(row: MattingRow): string {
  const figures = MEASURES.map((key) =>
    row[key].toFixed(key === 'mse' || key === 'foreground' || key === 'composite' ? 4 : 2),
  );
  const cells = [row.case, row.method, ...figures, row.seconds.toFixed(1)];
  return cells.map((cell, i) => (i < 2 ? cell.padEnd(15) : cell.padStart(12))).join('');
}

/** Mattes every case in a folder and prints its errors beside those of two baselines. */
export async function benchMatting(folder: string, json: string | null): Promise<void> {
  const complete = (name: string) =>
    ['image', 'trimap', 'alpha', 'foreground'].every((part) =>
      existsSync(join(folder, name, `${part}.png`)),
    );
  const names = existsSync(folder) ? readdirSync(folder).filter(complete).sort() : [];
  if (names.length === 0) {
    throw new Error(
      `${folder} has no cases. A case is a folder with image.png, trimap.png, alpha.png and foreground.png.`,
    );
  }
  // The application solves with the kernels, too.
  const memory = KernelMemory.create(256 * 2 ** 20);
  if (memory) startKernels(memory.share, memory.allocate(96 * 2 ** 20));
  const heads = ['case', 'method', ...MEASURES, 'seconds'];
  console.log(heads.map((head, i) => (i < 2 ? head.padEnd(15) : head.padStart(12))).join(''));
  const rows: MattingRow[] = [];
  for (const name of names) {
    const found = rowsOf(await load(folder, name));
    for (const row of found) console.log(line(row));
    rows.push(...found);
  }
  const methods = [...METHODS.map(([method]) => method), 'own colours'];
  const means = methods.map((method) => meanRow(method, rows));
  for (const row of means) console.log(line(row));
  const [ours, plain] = means;
  const own = means.at(-1);
  if (ours && plain) {
    const ratio = ours.sad / plain.sad;
    const words = ratio <= 0.85 ? 'holds' : 'does not hold';
    console.log(`\nMean SAD is ${ratio.toFixed(3)} of closed form's (at most 0.85: ${words}).`);
  }
  if (ours && own) {
    const ratio = ours.foreground / own.foreground;
    const words = ratio <= 0.5 ? 'holds' : 'does not hold';
    console.log(
      `Foreground colours are off by ${ratio.toFixed(3)} of the picture's own (at most 0.5: ${words}).`,
    );
  }
  if (json) writeFileSync(json, JSON.stringify([...rows, ...means], null, 2));
}
