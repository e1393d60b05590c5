import { callsFor } from '../memory/thread';
import type { Dab } from './dab';
import { stampDabTwin } from './stamp-twin';

/**
 * Stamps a dab into a square tile of stroke coverage (16 bits, `side` x `side`), whose upper left
 * corner lies at (left, top) of the mask. `map` takes mask pixels to composition pixels (its linear
 * part: x' = a x + c y, y' = b x + d y), so that the brush is round on the composition.
 * Only samples of rows and columns between the bounds (inclusive, relative to the tile) are touched.
 */
export function stampDab(
  tile: Uint16Array,
  side: number,
  left: number,
  top: number,
  dab: Dab,
  map: readonly [a: number, b: number, c: number, d: number],
  bounds: readonly [x0: number, y0: number, x1: number, y1: number],
): void {
  const calls = callsFor(tile);
  if (!calls) return stampDabTwin(tile, side, left, top, dab, map, bounds);
  const fall = Math.max(1, dab.radius * dab.softness);
  const [dx, dy] = [left + 0.5 - dab.x, top + 0.5 - dab.y];
  const reach = dab.radius + 0.5;
  const cap = dab.cap * 65_535;
  calls.stampDab?.(
    ...[tile.byteOffset, side, ...bounds, dx, dy, ...map, reach, fall, cap, dab.flow],
  );
}
