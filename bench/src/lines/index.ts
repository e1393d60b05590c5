import { writeFileSync } from 'node:fs';
import {
  findStrands,
  followStrand,
  hardEdge,
  inMemory,
  KNOWN,
  type MatteInput,
  matte,
  type SourceLevel,
  type Strand,
} from '@diplex/core';
import { decodeExactly, KernelMemory, startKernels } from '@diplex/kernels';
import sharp from 'sharp';
import { closedForm } from '../matting-baselines';
import type { LineCase } from './draw-lines';
import { rails } from './rails';
import { whiskers } from './whiskers';

const [WIDTH, HEIGHT] = [480, 400];

/** Places of the demo's photographs before which the cases are drawn: evenly lit, and cluttered. */
const PLACES = {
  sky: ['demo/plates/sky-dusk.jpg', 300, 100],
  wall: ['demo/photos/harbour-wall.jpg', 500, 300],
  pond: ['demo/photos/kettle-pond.jpg', 60, 80],
} as const;

export interface LineRow {
  readonly case: string;
  readonly method: string;
  /** Mean error of alpha within five pixels of the truth's edge. */
  readonly error: number;
  /** Of the thin parts, which share of their coverage is found. */
  readonly found: number;
  readonly seconds: number;
}

async function backdrop(place: keyof typeof PLACES): Promise<Uint8Array> {
  const [file, left, top] = PLACES[place];
  const part = sharp(file).removeAlpha().extract({ left, top, width: WIDTH, height: HEIGHT });
  return new Uint8Array(await part.raw().toBuffer());
}

/** Where within so many pixels coverage is neither nothing nor all, or changes. */
function nearEdge({ width, height, alpha }: LineCase, reach: number): Uint8Array {
  const near = new Uint8Array(alpha.length);
  for (let p = 0; p < alpha.length; p++) {
    const [x, y] = [p % width, Math.floor(p / width)];
    const own = alpha[p] as number;
    const right = x + 1 < width ? (alpha[p + 1] as number) : own;
    const below = y + 1 < height ? (alpha[p + width] as number) : own;
    if ((own === 0 || own === 1) && right === own && below === own) continue;
    for (let v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++) {
      const from = Math.max(0, x - reach);
      near.fill(1, v * width + from, v * width + Math.min(width - 1, x + reach) + 1);
    }
  }
  return near;
}

function judged(
  of: LineCase,
  thin: (p: number) => boolean,
  method: string,
  solve: () => Float32Array,
): LineRow {
  const from = performance.now();
  const alpha = solve();
  const seconds = (performance.now() - from) / 1000;
  const near = nearEdge(of, 5);
  let [off, count, kept, all] = [0, 0, 0, 0];
  for (let p = 0; p < alpha.length; p++) {
    const [a, t] = [alpha[p] as number, of.alpha[p] as number];
    if (near[p]) {
      off += Math.abs(a - t);
      count++;
    }
    if (thin(p)) {
      kept += Math.min(a, t);
      all += t;
    }
  }
  return { case: of.name, method, error: off / count, found: kept / all, seconds };
}

/** What a cut without soft edges finds. */
const cutOf = ({ alpha }: LineCase) => Float32Array.from(alpha, (value) => (value >= 0.5 ? 1 : 0));

function railRows(of: LineCase): LineRow[] {
  const { width, height, image } = of;
  const picture: SourceLevel = { width, height, channels: 3, data: image };
  const before = cutOf(of);
  const thin = (p: number) => Math.floor(p / width) > 60;
  return [
    judged(of, thin, 'the cut', () => before),
    judged(of, thin, 'hard edge', () =>
      Float32Array.from(hardEdge(picture, before, 8), (value) => value / 65_535),
    ),
  ];
}

function whiskerRows(of: LineCase): LineRow[] {
  const { width, height, image, alpha } = of;
  const linear = Float32Array.from(image, (value) => decodeExactly(value / 255));
  const [cx, cy, radius] = [width / 2, height / 2, Math.min(width, height) / 4];
  const away = (p: number) => Math.hypot((p % width) - cx, Math.floor(p / width) - cy) - radius;
  const known = Uint8Array.from(alpha, (_, p) => {
    if (away(p) < -12) return KNOWN.keep;
    return away(p) > 130 ? KNOWN.drop : KNOWN.unsure;
  });
  const thin = (p: number) => away(p) > 4;
  const input: MatteInput = { width, height, known, linear };
  const encoded = { ...input, linear: Float32Array.from(image, (value) => value / 255) };
  const rough = Float32Array.from(alpha, (_, p) => (away(p) < 0 ? 1 : 0));
  return [
    judged(of, thin, 'the cut', () => rough),
    judged(of, thin, 'solved', () => matte(inMemory(input))),
    judged(of, thin, 'followed', () => matte(inMemory({ ...input, known: followed(of, away) }))),
    judged(of, thin, 'found', () =>
      matte(inMemory({ ...input, known: foundBands(of, rough, away) })),
    ),
    judged(of, thin, 'closed form', () => closedForm(encoded)),
  ];
}

/** The solver's band beside a strand, as Marks lay it, in pixels. */
const BESIDE = 2;

/** What is known where each thin part was followed by a stroke: a band along it is unsure, and the edge of the head. */
function followed(of: LineCase, away: (p: number) => number): Uint8Array {
  const { width, height, image, drawn = [] } = of;
  const picture: SourceLevel = { width, height, channels: 3, data: image };
  return banded(
    of,
    away,
    drawn.map((line) => followStrand(picture, line, 6)),
  );
}

/** The same for thin parts that were found without a stroke. */
function foundBands(of: LineCase, rough: Float32Array, away: (p: number) => number): Uint8Array {
  const { width, height, image } = of;
  const picture: SourceLevel = { width, height, channels: 3, data: image };
  const cut = Uint8Array.from(rough);
  return banded(of, away, findStrands(picture, cut, 160));
}

function banded(
  { width, height, alpha }: LineCase,
  away: (p: number) => number,
  strands: readonly Strand[],
): Uint8Array {
  const known = new Uint8Array(alpha.length).map((_, p) => {
    if (away(p) < -12) return KNOWN.keep;
    return away(p) > 12 ? KNOWN.drop : KNOWN.unsure;
  });
  for (const { points, width: wide } of strands) {
    const radius = wide / 2 + BESIDE;
    for (const { x, y } of points) {
      for (
        let v = Math.max(0, Math.floor(y - radius));
        v <= Math.min(height - 1, y + radius);
        v++
      ) {
        for (
          let u = Math.max(0, Math.floor(x - radius));
          u <= Math.min(width - 1, x + radius);
          u++
        ) {
          const p = v * width + u;
          const near = Math.hypot(u + 0.5 - x, v + 0.5 - y) <= radius;
          if (near && known[p] === KNOWN.drop) known[p] = KNOWN.unsure;
        }
      }
    }
  }
  return known;
}

/** Thin things before photographs, by the cut, by what is solved, and by a baseline. */
export async function benchLines(json: string | null): Promise<void> {
  const memory = KernelMemory.create(256 * 2 ** 20);
  if (memory) startKernels(memory.share, memory.allocate(96 * 2 ** 20));
  const rows: LineRow[] = [];
  const put = (found: readonly LineRow[]) => {
    for (const row of found) {
      const figures = [row.error.toFixed(4), row.found.toFixed(3), row.seconds.toFixed(2)];
      console.log(
        [row.case.padEnd(24), row.method.padEnd(14), ...figures.map((f) => f.padStart(9))].join(''),
      );
    }
    rows.push(...found);
  };
  console.log(`${'case'.padEnd(24)}${'method'.padEnd(14)}    error    found  seconds`);
  const dark = [38, 40, 44] as const;
  const light = [236, 232, 224] as const;
  for (const place of ['sky', 'wall', 'pond'] as const) {
    const behind = await backdrop(place);
    put(railRows(rails(`dark rails, ${place}`, behind, WIDTH, HEIGHT, dark)));
    put(railRows(rails(`light rails, ${place}`, behind, WIDTH, HEIGHT, light)));
    put(whiskerRows(whiskers(`dark whiskers, ${place}`, behind, WIDTH, HEIGHT, dark)));
    put(whiskerRows(whiskers(`light whiskers, ${place}`, behind, WIDTH, HEIGHT, light)));
  }
  const mean = (method: string, thing: string) => {
    const mine = rows.filter((row) => row.method === method && row.case.includes(thing));
    return mine.reduce((sum, { error }) => sum + error, 0) / mine.length;
  };
  const ratio = mean('hard edge', 'rails') / mean('the cut', 'rails');
  console.log(`\nThe hard edge's mean error is ${ratio.toFixed(3)} of the cut's (at most 0.333).`);
  if (json) writeFileSync(json, JSON.stringify(rows, null, 2));
}
