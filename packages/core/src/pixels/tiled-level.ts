import { intersectRects, type Rect } from '@diplex/document';
import type { SourceLevel } from './source-level';

/** The side of a source's tiles; those at the right and the lower edge are smaller. */
export const SOURCE_TILE = 512;

/** A level of a source's pyramid in tiles: samples as in `SourceLevel`, row by row in each tile. */
export interface TiledLevel {
  readonly width: number;
  readonly height: number;
  readonly channels: 3 | 4;
  readonly bits: 8 | 16;
  tile(column: number, row: number): Uint8Array | Uint16Array | undefined;
}

type Extent = Pick<TiledLevel, 'width' | 'height'>;

/** The pixels of a level that a tile holds. */
export function tileRect({ width, height }: Extent, column: number, row: number): Rect {
  const square = { x: column * SOURCE_TILE, y: row * SOURCE_TILE };
  return intersectRects(
    { ...square, width: SOURCE_TILE, height: SOURCE_TILE },
    { x: 0, y: 0, width, height },
  );
}

export interface TilePlace {
  readonly column: number;
  readonly row: number;
}

/** The tiles that hold the pixels of `rect`, and the nearest ones where it leaves the level. */
export function tilesUnder({ width, height }: Extent, rect: Rect): TilePlace[] {
  const places: TilePlace[] = [];
  const span = (from: number, length: number, extent: number) => {
    const first = Math.max(0, Math.min(extent - 1, Math.floor(from)));
    const last = Math.max(0, Math.min(extent - 1, Math.ceil(from + length) - 1));
    return [Math.floor(first / SOURCE_TILE), Math.floor(last / SOURCE_TILE)] as const;
  };
  const [left, right] = span(rect.x, rect.width, width);
  const [top, bottom] = span(rect.y, rect.height, height);
  for (let row = top; row <= bottom; row++) {
    for (let column = left; column <= right; column++) places.push({ column, row });
  }
  return places;
}

/** Whether every tile under `rect` is at hand. */
export function covers(level: TiledLevel, rect: Rect): boolean {
  return tilesUnder(level, rect).every(({ column, row }) => level.tile(column, row) !== undefined);
}

/** The samples of one tile of a level that is held as a whole. */
export function cutTile(level: SourceLevel, column: number, row: number): Uint8Array | Uint16Array {
  const { x, y, width, height } = tileRect(level, column, row);
  const line = width * level.channels;
  const wide = level.data.BYTES_PER_ELEMENT === 2;
  const samples = wide ? new Uint16Array(line * height) : new Uint8Array(line * height);
  for (let v = 0; v < height; v++) {
    const from = ((y + v) * level.width + x) * level.channels;
    samples.set(level.data.subarray(from, from + line), v * line);
  }
  return samples;
}

/** A level that is held as a whole, cut into tiles. */
export function tiled(level: SourceLevel): TiledLevel {
  const { width, height, channels } = level;
  const known = new Map<string, Uint8Array | Uint16Array>();
  return {
    ...{ width, height, channels, bits: level.data.BYTES_PER_ELEMENT === 1 ? 8 : 16 },
    tile(column, row) {
      const key = `${column},${row}`;
      const made = known.get(key) ?? cutTile(level, column, row);
      known.set(key, made);
      return made;
    },
  };
}
