import { PAINTED_TILE_SIZE } from '@diplex/document';

const SIDE = PAINTED_TILE_SIZE;
const TOP = 65_535;

/**
 * Coverage (0..255 for `width` by `height` pixels) as tiles of pairs, by `column,row`; those where
 * nothing is covered are left out. Tiles that are covered all over share their memory.
 */
export function coverageTiles(
  coverage: Uint8Array,
  width: number,
  height: number,
): Record<string, Uint16Array> {
  const tiles: Record<string, Uint16Array> = {};
  let full: Uint16Array | null = null;
  for (let row = 0; row * SIDE < height; row++) {
    for (let column = 0; column * SIDE < width; column++) {
      const kind = kindOf(coverage, width, height, column, row);
      if (kind === 'empty') continue;
      if (kind === 'full') full ??= new Uint16Array(SIDE * SIDE * 2).fill(TOP);
      tiles[`${column},${row}`] =
        kind === 'full' && full ? full : cut(coverage, width, height, column, row);
    }
  }
  return tiles;
}

/** Beyond the picture a tile says what it likes: nobody looks there. */
function kindOf(
  coverage: Uint8Array,
  width: number,
  height: number,
  column: number,
  row: number,
): 'empty' | 'full' | 'mixed' {
  const first = coverage[row * SIDE * width + column * SIDE];
  if (first !== 0 && first !== 255) return 'mixed';
  for (let y = row * SIDE; y < Math.min(height, (row + 1) * SIDE); y++) {
    const end = y * width + Math.min(width, (column + 1) * SIDE);
    for (let p = y * width + column * SIDE; p < end; p++) {
      if (coverage[p] !== first) return 'mixed';
    }
  }
  return first === 0 ? 'empty' : 'full';
}

function cut(
  coverage: Uint8Array,
  width: number,
  height: number,
  column: number,
  row: number,
): Uint16Array {
  const pairs = new Uint16Array(SIDE * SIDE * 2);
  for (let y = 0; y < SIDE; y++) {
    const v = Math.min(height - 1, row * SIDE + y);
    for (let x = 0; x < SIDE; x++) {
      const u = Math.min(width - 1, column * SIDE + x);
      const at = (y * SIDE + x) * 2;
      pairs[at] = (coverage[v * width + u] as number) * 257;
      pairs[at + 1] = TOP;
    }
  }
  return pairs;
}
