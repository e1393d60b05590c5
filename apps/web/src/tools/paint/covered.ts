import { AREA_ID, IDENTITY, PAINTED_TILE_SIZE, type Rect } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine } from '../../bench/engine';
import { bringCoverage } from '../../picks/lay-coverage';
import { pickSeat } from '../../picks/run-pick';
import type { CoatTarget } from '../coats/coat-target';
import { coatTarget } from '../coats/coat-target';

export type CoverTiles = Readonly<Record<string, Uint16Array>>;

const TOP = 65_535;

const SIDE = PAINTED_TILE_SIZE;

/** What is painted on by regions of the canvas: a layer that was moved has other pixels, so that another is laid then. */
export function targetOnCanvas(): CoatTarget {
  const inHand = coatTarget('Paint');
  const plain = inHand.matrix.every((value, i) => value === IDENTITY[i]);
  return plain ? inHand : coatTarget('Paint', 'new');
}

/** The area on the pixels of the canvas; null where none is in use. */
export async function areaTiles(signal: AbortSignal): Promise<CoverTiles | null> {
  const { composition } = useComposition.getState();
  if (!composition.area?.inUse) return null;
  const letGo = await bringCoverage(AREA_ID);
  try {
    const ask = {
      ...{ composition: compositionKey(composition), from: { of: 'area' as const } },
      onto: { toComposition: IDENTITY, size: composition.canvas },
    };
    return await pageEngine().run('lay-coverage', ask, { ...pickSeat(), signal });
  } finally {
    letGo();
  }
}

/** All of a rectangle of whole pixels; tiles that lie inside it share their memory. */
export function rectTiles({ x, y, width, height }: Rect): CoverTiles {
  const full = new Uint16Array(SIDE * SIDE * 2).fill(TOP);
  const [right, bottom] = [x + width, y + height];
  const tiles: Record<string, Uint16Array> = {};
  for (let row = Math.floor(y / SIDE); row * SIDE < bottom; row++) {
    for (let column = Math.floor(x / SIDE); column * SIDE < right; column++) {
      const [left, top] = [column * SIDE, row * SIDE];
      const inside = left >= x && top >= y && left + SIDE <= right && top + SIDE <= bottom;
      tiles[`${column},${row}`] = inside
        ? full
        : cut(x - left, y - top, right - left, bottom - top);
    }
  }
  return tiles;
}

/** A tile that is covered from one column and row to another. */
function cut(left: number, top: number, right: number, bottom: number): Uint16Array {
  const pairs = new Uint16Array(SIDE * SIDE * 2);
  for (let y = Math.max(0, top); y < Math.min(SIDE, bottom); y++) {
    const row = y * SIDE;
    pairs.fill(TOP, (row + Math.max(0, left)) * 2, (row + Math.min(SIDE, right)) * 2);
  }
  return pairs;
}
