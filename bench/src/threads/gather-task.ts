import {
  boundsAfter,
  growRect,
  intersectRects,
  type Rect,
  roundOut,
  scaling,
} from '@diplex/document';
import { doubledPart, floatLevels, halvedPart } from '@diplex/imaging';
import {
  decodeRow,
  encodePixels,
  type FloatPixels,
  inScratch,
  sampleTable,
  scratchFloats,
} from '@diplex/kernels';
import { stepEntry } from '@diplex/steps';

/** A step that gathers, over a picture of 8-bit RGBA without transparency, in linear light. */
export interface GatherTask {
  readonly picture: { readonly width: number; readonly height: number; readonly data: Uint8Array };
  readonly kind: string;
  readonly values: Readonly<Record<string, unknown>>;
  readonly to: Uint8Array;
  readonly from: number;
  readonly end: number;
}

/** Tiles of the screen are as large. */
const TILE = 512;

/** Filters between pixels look so far beyond what a step says it looks at. */
const FILTERS = 3;

function scaled(rect: Rect, by: number): Rect {
  return boundsAfter(scaling(by, by), rect);
}

function decoded({ width, data }: GatherTask['picture'], part: Rect): FloatPixels {
  const table = sampleTable(8, 'light');
  const made = { ...part, data: scratchFloats(part.width * part.height * 4) };
  for (let y = 0; y < part.height; y++) {
    const at = ((part.y + y) * width + part.x) * 4;
    decodeRow(data, at, 4, table, made.data, y * part.width * 4, part.width);
  }
  return made;
}

function tileOf(task: GatherTask, tile: Rect): void {
  const { picture, kind, values, to } = task;
  const compute = stepEntry(kind)?.compute;
  if (compute?.reads !== 'gather') throw new Error(`${kind} does not gather.`);
  const given = values as Parameters<typeof compute.gather>[0];
  const whole = { x: 0, y: 0, width: picture.width, height: picture.height };
  const frame = { toShares: scaling(1 / whole.width, 1 / whole.height) };
  const level = compute.level?.(given, 1, frame) ?? 0;
  const by = 2 ** level;
  const coarse = halvedPart(tile, level);
  const looked = compute.looks(given, scaled(coarse, by), frame, 1 / by);
  const around = intersectRects(
    roundOut(growRect(scaled(looked, 1 / by), FILTERS)),
    roundOut(scaled(whole, 1 / by)),
  );
  const fine = intersectRects(scaled(around, by), whole);
  const small = floatLevels(decoded(picture, fine), level + 1)[level] as FloatPixels;
  const data = compute.source(
    given,
    { width: small.width, height: small.height, data: small.data },
    null,
    'light',
  );
  const asked = { part: coarse, scale: 1 / by, frame, howFar: null };
  const made = doubledPart(compute.gather(given, { ...small, data }, asked), tile, level);
  const result = compute.combine(given, decoded(picture, tile), made, 'light');
  for (let y = 0; y < tile.height; y++) {
    const row = result.data.subarray(y * tile.width * 4, (y + 1) * tile.width * 4);
    encodePixels(row, 'light', to, ((tile.y + y) * picture.width + tile.x) * 4);
  }
}

/** 8-bit RGBA in and out. */
export function gather(task: GatherTask): void {
  const { picture, from, end } = task;
  for (let y = from; y < end; y += TILE) {
    for (let x = 0; x < picture.width; x += TILE) {
      const [width, height] = [Math.min(TILE, picture.width - x), Math.min(TILE, end - y)];
      inScratch(() => tileOf(task, { x, y, width, height }));
    }
  }
}
