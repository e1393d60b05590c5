import {
  boundsAfter,
  invert,
  type Matrix,
  PAINTED_TILE_SIZE,
  type PaintedPart,
  type Rect,
  roundOut,
} from '@diplex/document';
import { type CoverageImage, newCoverage } from '../image/images';
import type { PixelReader } from '../pixels/pixel-reader';

/** What a painted part says about each pixel. */
export interface PaintedCoverage {
  /** Coverage painted, times where it is painted: 0..1. */
  readonly value: CoverageImage;
  /** Where it is painted at all: 0..1. */
  readonly applies: CoverageImage;
}

/**
 * A painted part in output pixels: the mean over the area that each output pixel covers, or linear
 * interpolation where the output is finer than the mask. Null when no tile lies in the region.
 */
export function paintedCoverage(
  part: PaintedPart,
  toOutput: Matrix,
  region: Rect,
  reader: PixelReader,
): PaintedCoverage | null {
  const inverse = invert(toOutput);
  const reachU = Math.max(1, Math.abs(inverse[0]) + Math.abs(inverse[2])) / 2;
  const reachV = Math.max(1, Math.abs(inverse[1]) + Math.abs(inverse[3])) / 2;
  const seen = boundsAfter(inverse, region);
  const needed = roundOut({
    ...{ x: seen.x - reachU, y: seen.y - reachV },
    ...{ width: seen.width + 2 * reachU, height: seen.height + 2 * reachV },
  });
  const gathered = gather(part, needed, reader);
  if (!gathered) return null;
  const value = newCoverage(region.width, region.height);
  const applies = newCoverage(region.width, region.height);
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

/** The tiles under `needed` as pairs of floats: value times coverage, and coverage. */
function gather(part: PaintedPart, needed: Rect, reader: PixelReader): Float32Array | null {
  const size = PAINTED_TILE_SIZE;
  let pairs: Float32Array | null = null;
  for (let row = Math.floor(needed.y / size); row * size < needed.y + needed.height; row++) {
    for (let col = Math.floor(needed.x / size); col * size < needed.x + needed.width; col++) {
      const hash = part.tiles[`${col},${row}`];
      const tile = hash ? reader.paintedTile(hash) : undefined;
      if (!tile) continue;
      pairs ??= new Float32Array(needed.width * needed.height * 2);
      const x0 = Math.max(needed.x, col * size);
      const x1 = Math.min(needed.x + needed.width, (col + 1) * size);
      const y0 = Math.max(needed.y, row * size);
      const y1 = Math.min(needed.y + needed.height, (row + 1) * size);
      for (let y = y0; y < y1; y++) {
        let from = ((y - row * size) * size + (x0 - col * size)) * 2;
        let to = ((y - needed.y) * needed.width + (x0 - needed.x)) * 2;
        for (let x = x0; x < x1; x++, from += 2, to += 2) {
          const applies = (tile[from + 1] as number) / 65_535;
          pairs[to] = ((tile[from] as number) / 65_535) * applies;
          pairs[to + 1] = applies;
        }
      }
    }
  }
  return pairs;
}
