import type { ReachPoint, Size } from '@diplex/document';
import { FAR, inScratch, scratchFloats, squaredDistances } from '@diplex/kernels';
import { reachTable } from './reach';

/** How a map of unlikeness becomes coverage. */
export type ReachAmounts = Pick<ReachPoint, 'tolerance' | 'skirt' | 'inside'>;

/**
 * Coverage of a map from `reachMap`: all within the tolerance, falling smoothly to nothing over the skirt. Where `inside` is
 * given the skirt counts only that near what lies within the tolerance, and falls to nothing over one pixel more: what is a
 * little alike far inside of something else stays whole.
 * @param pixels pixels of the map for one pixel of what `inside` is counted in
 * @returns 0..1 for each pixel of the map
 */
export function reachCoverage(
  map: Uint16Array,
  { width, height }: Size,
  { tolerance, skirt, inside }: ReachAmounts,
  pixels = 1,
): Float32Array {
  const table = reachTable(tolerance, skirt);
  const out = new Float32Array(map.length);
  for (let p = 0; p < out.length; p++) out[p] = table[map[p] as number] as number;
  if (inside === undefined || skirt === 0) return out;
  const near = inside * pixels;
  inScratch(() => {
    const [wide, high] = [Math.ceil(width / 4) * 4, Math.ceil(height / 4) * 4];
    const plane = scratchFloats(wide * high).fill(FAR);
    for (let y = 0, p = 0; y < height; y++) {
      for (let x = 0; x < width; x++, p++) if (out[p] === 1) plane[y * wide + x] = 0;
    }
    squaredDistances(plane, wide, high);
    for (let y = 0, p = 0; y < height; y++) {
      for (let x = 0; x < width; x++, p++) {
        const value = out[p] as number;
        if (value === 0 || value === 1) continue;
        const away = Math.sqrt(plane[y * wide + x] as number);
        out[p] = value * Math.max(0, Math.min(1, near + 1 - away));
      }
    }
  });
  return out;
}
