import { PAINTED_TILE_SIZE, type Rect, type Size } from '@diplex/document';
import type { CoverageImage } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { SegmentStopped, type SegmentTask } from './segment-task';

const SIDE = PAINTED_TILE_SIZE;
const TOP = 65_535;

/**
 * Coverage (0..255, or 0..65535, for `width` by `height` pixels) as tiles of pairs, by `column,row`; those where
 * nothing is covered are left out. Tiles that are covered all over share their memory.
 */
export function coverageTiles(
  coverage: Uint8Array | Uint16Array,
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

function topOf(coverage: Uint8Array | Uint16Array): number {
  return coverage.BYTES_PER_ELEMENT === 1 ? 255 : TOP;
}

/** Beyond the picture a tile says what it likes: nobody looks there. */
function kindOf(
  coverage: Uint8Array | Uint16Array,
  width: number,
  height: number,
  column: number,
  row: number,
): 'empty' | 'full' | 'mixed' {
  const first = coverage[row * SIDE * width + column * SIDE];
  if (first !== 0 && first !== topOf(coverage)) return 'mixed';
  for (let y = row * SIDE; y < Math.min(height, (row + 1) * SIDE); y++) {
    const end = y * width + Math.min(width, (column + 1) * SIDE);
    for (let p = y * width + column * SIDE; p < end; p++) {
      if (coverage[p] !== first) return 'mixed';
    }
  }
  return first === 0 ? 'empty' : 'full';
}

function cut(
  coverage: Uint8Array | Uint16Array,
  width: number,
  height: number,
  column: number,
  row: number,
): Uint16Array {
  const pairs = new Uint16Array(SIDE * SIDE * 2);
  const by = TOP / topOf(coverage);
  for (let y = 0; y < SIDE; y++) {
    const v = Math.min(height - 1, row * SIDE + y);
    for (let x = 0; x < SIDE; x++) {
      const u = Math.min(width - 1, column * SIDE + x);
      const at = (y * SIDE + x) * 2;
      pairs[at] = (coverage[v * width + u] as number) * by;
      pairs[at + 1] = TOP;
    }
  }
  return pairs;
}

/**
 * Coverage that is drawn tile by tile, as tiles of pairs by `column,row`, in 16 bits. Those that are the
 * same all over share their memory.
 * @param empties whether tiles where nothing is covered are there too
 * @param draw coverage in a rectangle of mask pixels
 * @throws SegmentStopped when `task.stopped` says so
 */
export function drawnTiles(
  draw: (region: Rect) => CoverageImage,
  { width, height }: Size,
  empties: 'kept' | 'left out',
  { stopped, onProgress }: Pick<SegmentTask, 'stopped' | 'onProgress'>,
): Record<string, Uint16Array> {
  const tiles: Record<string, Uint16Array> = {};
  const flat = new Map<number, Uint16Array>();
  const [columns, rows] = [Math.ceil(width / SIDE), Math.ceil(height / SIDE)];
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      if (stopped?.()) throw new SegmentStopped();
      const region = { x: column * SIDE, y: row * SIDE, width: SIDE, height: SIDE };
      const pairs = inScratch(() => pairsOf(draw(region).data, flat));
      if (empties === 'kept' || pairs !== flat.get(0)) tiles[`${column},${row}`] = pairs;
      onProgress?.((row * columns + column + 1) / (rows * columns));
    }
  }
  return tiles;
}

/** A tile that applies everywhere; `flat` holds those that have one value all over. */
function pairsOf(coverage: Float32Array, flat: Map<number, Uint16Array>): Uint16Array {
  const sample = (p: number) => Math.round(TOP * (coverage[p] as number));
  const first = sample(0);
  const even = coverage.every((value) => value === coverage[0]);
  const known = even ? flat.get(first) : undefined;
  if (known) return known;
  const pairs = new Uint16Array(coverage.length * 2).fill(TOP);
  for (let p = 0; p < coverage.length; p++) pairs[p * 2] = sample(p);
  if (even) flat.set(first, pairs);
  return pairs;
}
