import { decodeRow } from '@diplex/kernels';
import { SOURCE_TILE, type TiledLevel, tileRect } from './tiled-level';

/**
 * Decodes part of one row of a level to premultiplied RGBA floats, from pixel `from` on, `count` of
 * them. Beyond the picture's edges its edge pixels go on; a tile that is not at hand is transparent.
 *
 * @param table what a sample stands for in the mixing space
 * @param toOffset where to begin in `to`, in floats
 */
export function readRow(
  level: TiledLevel,
  y: number,
  from: number,
  count: number,
  table: Float32Array,
  to: Float32Array,
  toOffset: number,
): void {
  const { width, height, channels } = level;
  const row = Math.max(0, Math.min(height - 1, y));
  const first = Math.max(0, Math.min(width - 1, from));
  const end = Math.max(first + 1, Math.min(width, from + count));
  // Where the pixels of the picture itself go; all else repeats the first or the last of them.
  const place = Math.max(0, Math.min(count - 1, first - from));
  const tileRow = Math.floor(row / SOURCE_TILE);
  let x = first;
  let at = toOffset + place * 4;
  while (x < end && at < toOffset + count * 4) {
    const column = Math.floor(x / SOURCE_TILE);
    const rect = tileRect(level, column, tileRow);
    const pixels = Math.min(end, rect.x + rect.width) - x;
    const samples = level.tile(column, tileRow);
    if (samples) {
      const offset = ((row - rect.y) * rect.width + (x - rect.x)) * channels;
      decodeRow(samples, offset, channels, table, to, at, pixels);
    } else to.fill(0, at, at + pixels * 4);
    x += pixels;
    at += pixels * 4;
  }
  repeatPixel(to, toOffset + place * 4, toOffset, toOffset + place * 4);
  repeatPixel(to, at - 4, at, toOffset + count * 4);
}

/** Writes the pixel at `pixel` to all places from `from` up to `end`, in floats. */
function repeatPixel(data: Float32Array, pixel: number, from: number, end: number): void {
  if (from >= end) return;
  data.copyWithin(from, pixel, pixel + 4);
  // What is written is copied in turn, twice as much each time.
  for (let done = 4; from + done < end; done *= 2) {
    data.copyWithin(from + done, from, from + Math.min(done, end - from - done));
  }
}
