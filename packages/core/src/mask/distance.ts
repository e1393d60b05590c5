import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { FAR, inScratch, scratchFloats, squaredDistances } from '@diplex/kernels';

/**
 * How far every pixel's centre lies from the edge of a mask, in pixels: above 0 inside, below 0
 * outside. The edge is taken to run where coverage passes one half, half way between the centres
 * around it (exact Euclidean distances by Felzenszwalb and Huttenlocher 2012, less that half). What is
 * farther than `limit` is given as `limit`.
 */
export function distanceFromEdge(mask: CoverageImage, limit: number): CoverageImage {
  const { width, height, data } = mask;
  const out = newCoverage(width, height);
  inScratch(() => {
    const [wide, high] = [Math.ceil(width / 4) * 4, Math.ceil(height / 4) * 4];
    const toShown = scratchFloats(wide * high).fill(FAR);
    const toHidden = scratchFloats(wide * high).fill(FAR);
    for (let y = 0; y < height; y++) {
      for (let x = 0, i = y * width, o = y * wide; x < width; x++, i++, o++) {
        if ((data[i] as number) >= 0.5) toShown[o] = 0;
        else toHidden[o] = 0;
      }
    }
    squaredDistances(toShown, wide, high);
    squaredDistances(toHidden, wide, high);
    for (let y = 0; y < height; y++) {
      for (let x = 0, i = y * width, o = y * wide; x < width; x++, i++, o++) {
        const inside = toShown[o] === 0;
        const away = Math.sqrt((inside ? toHidden[o] : toShown[o]) as number) - 0.5;
        out.data[i] = inside ? Math.min(limit, away) : Math.max(-limit, -away);
      }
    }
  });
  return out;
}
