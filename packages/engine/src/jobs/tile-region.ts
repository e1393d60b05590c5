import { PAINTED_TILE_SIZE, type Rect } from '@diplex/document';

/** The mask pixels of a tile, by its `column,row`. */
export function tileRegion(key: string): Rect {
  const side = PAINTED_TILE_SIZE;
  const [column = 0, row = 0] = key.split(',').map(Number);
  return { x: column * side, y: row * side, width: side, height: side };
}
