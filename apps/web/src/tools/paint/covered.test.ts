import { PAINTED_TILE_SIZE } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { rectTiles } from './covered';

const SIDE = PAINTED_TILE_SIZE;

/** How much of a pixel of the canvas is covered. */
function coverOf(tiles: ReturnType<typeof rectTiles>, x: number, y: number): number {
  const [column, row] = [Math.floor(x / SIDE), Math.floor(y / SIDE)];
  const tile = tiles[`${column},${row}`];
  if (!tile) return 0;
  const at = ((y - row * SIDE) * SIDE + x - column * SIDE) * 2;
  return (tile[at] as number) / 65_535;
}

describe('the tiles of a rectangle', () => {
  const rect = { x: -30, y: 10, width: 700, height: 530 };
  const tiles = rectTiles(rect);

  it('cover it to the pixel, and nothing beside it', () => {
    for (const [x, y] of [
      [-30, 10],
      [669, 10],
      [-30, 539],
      [669, 539],
      [300, 300],
    ] as const) {
      expect(coverOf(tiles, x, y), `${x}, ${y}`).toBe(1);
    }
    for (const [x, y] of [
      [-31, 10],
      [670, 10],
      [300, 9],
      [300, 540],
    ] as const) {
      expect(coverOf(tiles, x, y), `${x}, ${y}`).toBe(0);
    }
  });

  it('share the memory of those that are covered all over', () => {
    expect(Object.keys(tiles)).toHaveLength(4 * 3);
    expect(tiles['0,1']).toBe(tiles['1,1']);
    expect(tiles['0,0']).not.toBe(tiles['0,1']);
  });
});
