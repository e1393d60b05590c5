import { distanceFromEdge, feathered, phaseTable } from '@diplex/core';
import type { Rect } from '@diplex/document';
import { blurSupport, gaussianBlur, newCoverage } from '@diplex/imaging';
import {
  clampToAlpha,
  decodeRow,
  encodePixels,
  inScratch,
  sampleTable,
  sampleTurned,
  scratchDoubles,
  scratchFloats,
  scratchSamples,
} from '@diplex/kernels';
import { gather } from './gather-task';

const TILE = 256;
/** Rows of this length are long enough that calling the kernels takes little of the time. */
const WIDE = 2048;
const TALL = 512;

/** A plane or a picture in the shared memory. */
interface Pixels<Data> {
  readonly width: number;
  readonly height: number;
  readonly data: Data;
}

/** Part of the work: rows from `from` to before `end`. */
interface Part {
  readonly from: number;
  readonly end: number;
}

export interface BlurTask extends Part {
  readonly picture: Pixels<Uint8Array>;
  readonly sigma: number;
  readonly to: Uint8Array;
}

/** 8-bit RGB in and out, on encoded values as the reference does it; in tiles, wider for a wide blur. */
export function blur({ picture, sigma, to, from, end }: BlurTask): void {
  const { width, height, data } = picture;
  const table = sampleTable(8, 'encoded');
  const source = {
    ...{ width, height },
    read(y: number, x: number, count: number, row: Float32Array, offset: number) {
      decodeRow(data, (y * width + x) * 3, 3, table, row, offset, count);
    },
  };
  const side = Math.max(TALL, 16 * blurSupport(sigma));
  const wide = Math.max(WIDE, side);
  for (let y = from; y < end; y += side) {
    for (let x = 0; x < width; x += wide) {
      const region = { x, y, width: Math.min(wide, width - x), height: Math.min(side, end - y) };
      gaussianBlur(source, sigma, region, (row, v) => {
        encodePixels(row, 'encoded', to, (v * width + x) * 3, 3);
      });
    }
  }
}

export interface PlaneTask extends Part {
  readonly plane: Pixels<Float32Array>;
  /** A deviation, or how far distances count, in pixels. */
  readonly reach: number;
  readonly to: Float32Array;
}

/** The rows of a plane that lie in `region`, with the edge rows and columns going on. */
function cut({ width, height, data }: Pixels<Float32Array>, region: Rect) {
  const out = newCoverage(region.width, region.height);
  for (let y = 0; y < region.height; y++) {
    const row = Math.max(0, Math.min(height - 1, region.y + y)) * width;
    const left = Math.max(0, region.x);
    const right = Math.min(width, region.x + region.width);
    const at = y * region.width;
    out.data.set(data.subarray(row + left, row + right), at + left - region.x);
    out.data.fill(data[row] as number, at, at + left - region.x);
    out.data.fill(data[row + width - 1] as number, at + right - region.x, at + region.width);
  }
  return out;
}

/** In bands, as the application draws tiles. */
function inBands(
  { from, end }: Part,
  rows: number,
  work: (y: number, height: number) => void,
): void {
  for (let y = from; y < end; y += rows) inScratch(() => work(y, Math.min(rows, end - y)));
}

export function feather(task: PlaneTask): void {
  const { plane, reach, to } = task;
  inBands(task, 256, (y, height) => {
    const region = { x: 0, y, width: plane.width, height };
    to.set(feathered((area) => cut(plane, area), region, 1, reach).data, y * plane.width);
  });
}

export function distance(task: PlaneTask): void {
  const { plane, reach, to } = task;
  inBands(task, 384, (y, height) => {
    const region = { x: 0, y: y - reach, width: plane.width, height: height + 2 * reach };
    const field = distanceFromEdge(cut(plane, region), reach).data;
    const skip = reach * plane.width;
    to.set(field.subarray(skip, skip + height * plane.width), y * plane.width);
  });
}

export interface WarpTask extends Part {
  readonly picture: Pixels<Uint8Array>;
  /** From output pixels to source pixels: nine numbers, row by row. */
  readonly map: readonly number[];
  readonly to: Uint8Array;
}

/** 8-bit RGBA in and out, on encoded values as the reference does it; what lies outside repeats the edge. */
export function warp(task: WarpTask): void {
  inBands(task, TILE, (y, height) => {
    for (let x = 0; x < task.picture.width; x += TILE) {
      const width = Math.min(TILE, task.picture.width - x);
      inScratch(() => warpTile(task, { x, y, width, height }));
    }
  });
}

function warpTile({ picture, map, to }: WarpTask, tile: Rect): void {
  const at = (x: number, y: number) => {
    const [a, b, c, d, e, f, g, h, i] = map as [...Array<number>] & { length: 9 };
    const w = (g ?? 0) * x + (h ?? 0) * y + (i ?? 1);
    return [
      ((a ?? 0) * x + (b ?? 0) * y + (c ?? 0)) / w,
      ((d ?? 0) * x + (e ?? 0) * y + (f ?? 0)) / w,
    ];
  };
  const right = tile.x + tile.width;
  const bottom = tile.y + tile.height;
  const corners = [at(tile.x, tile.y), at(right, tile.y), at(tile.x, bottom), at(right, bottom)];
  const us = corners.map(([u]) => u as number);
  const vs = corners.map(([, v]) => v as number);
  const x = Math.floor(Math.min(...us)) - 4;
  const y = Math.floor(Math.min(...vs)) - 4;
  const [width, height] = [Math.ceil(Math.max(...us)) + 4 - x, Math.ceil(Math.max(...vs)) + 4 - y];
  const from = { x, y, width, height, data: scratchFloats(width * height * 4) };
  const table = sampleTable(8, 'encoded');
  for (let v = 0; v < height; v++) {
    const row = Math.max(0, Math.min(picture.height - 1, y + v)) * picture.width;
    const left = Math.max(0, Math.min(picture.width - 1, x));
    const count = Math.max(1, Math.min(picture.width, x + width) - left);
    const into = (v * width + Math.min(width - 1, left - x)) * 4;
    decodeRow(picture.data, (row + left) * 4, 4, table, from.data, into, count);
  }
  const phases = phaseTable(1024, 1);
  const nine = scratchDoubles(9);
  nine.set(map);
  const out = { ...tile, data: scratchFloats(tile.width * tile.height * 4) };
  sampleTurned(from, nine, phases, phases, out);
  clampToAlpha(out.data);
  const samples = scratchSamples(tile.width * tile.height * 4, 8);
  encodePixels(out.data, 'encoded', samples);
  for (let v = 0; v < tile.height; v++) {
    const row = samples.subarray(v * tile.width * 4, (v + 1) * tile.width * 4);
    to.set(row, ((tile.y + v) * picture.width + tile.x) * 4);
  }
}

export const TASKS = { blur, feather, distance, warp, gather };
export type Tasks = typeof TASKS;
