import {
  type BlobHash,
  boundsAfter,
  invert,
  type Matrix,
  PAINTED_TILE_SIZE,
  type Rect,
  roundOut,
  type Tiled,
  tileBounds,
} from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { addPairs, inScratch, meanRow, scratchFloats, scratchIntegers } from '@diplex/kernels';
import type { PixelReader } from '../pixels/pixel-reader';

/** What a painted part says about each pixel. */
export interface PaintedCoverage {
  /** Coverage painted, times where it is painted: 0..1. */
  readonly value: CoverageImage;
  /** Where it is painted at all: 0..1. */
  readonly applies: CoverageImage;
}

/**
 * A painted or picked part in output pixels: the mean over the area that each output pixel covers, or linear
 * interpolation where the output is finer than the mask. Null when no tile lies in the region.
 */
export function paintedCoverage(
  part: Tiled,
  toOutput: Matrix,
  region: Rect,
  reader: PixelReader,
): PaintedCoverage | null {
  const { inverse, reachU, reachV, needed } = lookedAt(toOutput, region);
  const tiles = tilesUnder(part, needed, reader);
  if (tiles.length === 0) return null;
  const value = newCoverage(region.width, region.height);
  const applies = newCoverage(region.width, region.height);
  if (inverse[1] === 0 && inverse[2] === 0) {
    inScratch(() => meanUpright(tiles, inverse, [reachU, reachV], region, value, applies));
    return { value, applies };
  }
  const gathered = gather(tiles, needed);
  const stride = needed.width;
  for (let y = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++) {
      const px = region.x + x + 0.5;
      const py = region.y + y + 0.5;
      const u = inverse[0] * px + inverse[2] * py + inverse[4] - needed.x;
      const v = inverse[1] * px + inverse[3] * py + inverse[5] - needed.y;
      const u0 = Math.max(0, Math.floor(u - reachU));
      const u1 = Math.min(needed.width - 1, Math.ceil(u + reachU) - 1);
      const v0 = Math.max(0, Math.floor(v - reachV));
      const v1 = Math.min(needed.height - 1, Math.ceil(v + reachV) - 1);
      let sumValue = 0;
      let sumApplies = 0;
      let total = 0;
      for (let j = v0; j <= v1; j++) {
        const high = Math.min(j + 1, v + reachV) - Math.max(j, v - reachV);
        for (let i = u0; i <= u1; i++) {
          const area = high * (Math.min(i + 1, u + reachU) - Math.max(i, u - reachU));
          const at = (j * stride + i) * 2;
          sumValue += area * (gathered[at] as number);
          sumApplies += area * (gathered[at + 1] as number);
          total += area;
        }
      }
      const o = y * region.width + x;
      value.data[o] = total > 0 ? sumValue / total : 0;
      applies.data[o] = total > 0 ? sumApplies / total : 0;
    }
  }
  return { value, applies };
}

/** The mask pixels that a region is made from, and how far around a pixel's middle it looks. */
function lookedAt(toOutput: Matrix, region: Rect) {
  const inverse = invert(toOutput);
  const reachU = Math.max(1, Math.abs(inverse[0]) + Math.abs(inverse[2])) / 2;
  const reachV = Math.max(1, Math.abs(inverse[1]) + Math.abs(inverse[3])) / 2;
  const seen = boundsAfter(inverse, region);
  const needed = roundOut({
    ...{ x: seen.x - reachU, y: seen.y - reachV },
    ...{ width: seen.width + 2 * reachU, height: seen.height + 2 * reachV },
  });
  return { inverse, reachU, reachV, needed };
}

/** The tiles that `paintedCoverage` reads for a region. */
export function tilesNeeded(part: Tiled, toOutput: Matrix, region: Rect): BlobHash[] {
  const { needed } = lookedAt(toOutput, region);
  return [...tileKeysUnder(part, needed)].map(([, , hash]) => hash);
}

/** More places than this are not looked through one by one: of a picture seen from very far there are millions. */
const MANY_PLACES = 4096;

/** The same as `tileKeysUnder`, in the same order, found among the tiles that there are. */
function allUnder({ tiles }: Tiled, needed: Rect): [number, number, BlobHash][] {
  const found = Object.entries(tiles).flatMap(([key, hash]): [number, number, BlobHash][] => {
    const { x, y, width, height } = tileBounds(key);
    const meets =
      x < needed.x + needed.width &&
      needed.x < x + width &&
      y < needed.y + needed.height &&
      needed.y < y + height;
    return meets ? [[x / width, y / height, hash]] : [];
  });
  return found.sort(([a, b], [c, d]) => b - d || a - c);
}

/** The columns, rows and names of the tiles that a part has under mask pixels. */
function* tileKeysUnder(part: Tiled, needed: Rect): Generator<[number, number, BlobHash]> {
  const size = PAINTED_TILE_SIZE;
  const places = (needed.width / size) * (needed.height / size);
  if (places > MANY_PLACES) {
    yield* allUnder(part, needed);
    return;
  }
  for (let row = Math.floor(needed.y / size); row * size < needed.y + needed.height; row++) {
    for (let col = Math.floor(needed.x / size); col * size < needed.x + needed.width; col++) {
      const hash = part.tiles[`${col},${row}`];
      if (hash) yield [col, row, hash];
    }
  }
}

/** A painted tile and where it lies, in mask pixels. */
interface PlacedTile {
  readonly x: number;
  readonly y: number;
  readonly pairs: Uint16Array;
}

function tilesUnder(part: Tiled, needed: Rect, reader: PixelReader): PlacedTile[] {
  const size = PAINTED_TILE_SIZE;
  const tiles: PlacedTile[] = [];
  for (const [col, row, hash] of tileKeysUnder(part, needed)) {
    const pairs = reader.paintedTile(hash);
    if (pairs) tiles.push({ x: col * size, y: row * size, pairs });
    else reader.lacks?.(hash);
  }
  return tiles;
}

/** Which samples an output sample covers along one axis, and by how much of its own extent. */
function coverTaps(from: number, count: number, scale: number, shift: number, reach: number) {
  const taps = Math.ceil(2 * reach) + 1;
  const placeAt = (i: number) => scale * (from + i + 0.5) + shift;
  const firstAt = (i: number) => Math.floor(placeAt(i) - reach);
  const begin = Math.min(firstAt(0), firstAt(count - 1));
  const last = Math.max(firstAt(0), firstAt(count - 1));
  const first = scratchIntegers(count);
  const weight = scratchFloats(count * taps);
  for (let i = 0; i < count; i++) {
    const place = placeAt(i);
    const own = firstAt(i);
    first[i] = own - begin;
    for (let k = 0; k < taps; k++) {
      const low = Math.max(own + k, place - reach);
      const high = Math.min(own + k + 1, place + reach);
      weight[i * taps + k] = Math.max(0, high - low) / (2 * reach);
    }
  }
  return { count: taps, first, weight, begin, span: last - begin + taps };
}

/** Rows of the mask are added up for each output row, and then along it. */
function meanUpright(
  tiles: readonly PlacedTile[],
  inverse: Matrix,
  [reachU, reachV]: readonly [number, number],
  region: Rect,
  value: CoverageImage,
  applies: CoverageImage,
): void {
  const size = PAINTED_TILE_SIZE;
  const across = coverTaps(region.x, region.width, inverse[0], inverse[4], reachU);
  const down = coverTaps(region.y, region.height, inverse[3], inverse[5], reachV);
  const sums = scratchFloats(across.span * 2);
  for (let y = 0; y < region.height; y++) {
    const top = down.begin + (down.first[y] as number);
    let any = false;
    sums.fill(0);
    for (const { x, y: above, pairs } of tiles) {
      const left = Math.max(across.begin, x);
      const count = Math.min(across.begin + across.span, x + size) - left;
      if (count <= 0) continue;
      const range = { from: left - across.begin, count };
      for (let k = Math.max(0, above - top); k < down.count && top + k < above + size; k++) {
        const weight = down.weight[y * down.count + k] as number;
        if (weight === 0) continue;
        addPairs(pairs, ((top + k - above) * size + left - x) * 2, weight, sums, range);
        any = true;
      }
    }
    if (any) meanRow(sums, across, value.data, applies.data, y * region.width);
  }
}

/** The tiles under `needed` as pairs of floats: value times coverage, and coverage. */
function gather(tiles: readonly PlacedTile[], needed: Rect): Float32Array {
  const size = PAINTED_TILE_SIZE;
  const gathered = new Float32Array(needed.width * needed.height * 2);
  for (const { x: left, y: top, pairs } of tiles) {
    const x0 = Math.max(needed.x, left);
    const x1 = Math.min(needed.x + needed.width, left + size);
    const y0 = Math.max(needed.y, top);
    const y1 = Math.min(needed.y + needed.height, top + size);
    for (let y = y0; y < y1; y++) {
      let from = ((y - top) * size + (x0 - left)) * 2;
      let to = ((y - needed.y) * needed.width + (x0 - needed.x)) * 2;
      for (let x = x0; x < x1; x++, from += 2, to += 2) {
        const applies = (pairs[from + 1] as number) / 65_535;
        gathered[to] = ((pairs[from] as number) / 65_535) * applies;
        gathered[to + 1] = applies;
      }
    }
  }
  return gathered;
}
