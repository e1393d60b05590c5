import { PAINTED_TILE_SIZE, type Tiled } from '../composition';
import { type Rect, uniteRects } from './rect';

const NOWHERE: Rect = { x: 0, y: 0, width: 0, height: 0 };

/** Where a tile lies in the grid of what is painted, by its `column,row`. */
export function tileBounds(key: string): Rect {
  const [column = 0, row = 0] = key.split(',').map(Number);
  const side = PAINTED_TILE_SIZE;
  return { x: column * side, y: row * side, width: side, height: side };
}

/** The bounds of all tiles, in pixels of what is painted; empty when there are none. */
export function paintedBounds(painted: readonly Tiled[]): Rect {
  return painted
    .flatMap(({ tiles }) => Object.keys(tiles).map(tileBounds))
    .reduce(uniteRects, NOWHERE);
}
