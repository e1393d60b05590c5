import type { CoverageImage } from '@diplex/imaging';
import { FAR, inScratch, scratchFloats, squaredDistances } from '@diplex/kernels';

/** What lies so far from a thing, as a share of the picture's diagonal, counts a third of what lies at it. */
const REACH = 0.25;

/** How much each pixel of a scene counts for a thing in it: the nearer, the more; 1 under it. */
export function nearness({ width, height, data }: CoverageImage): Float32Array {
  return inScratch(() => {
    const [wide, high] = [Math.ceil(width / 4) * 4, Math.ceil(height / 4) * 4];
    const plane = scratchFloats(wide * high).fill(FAR);
    for (let p = 0; p < width * height; p++) {
      const at = Math.floor(p / width) * wide + (p % width);
      if ((data[p] as number) >= 0.5) plane[at] = 0;
    }
    squaredDistances(plane, wide, high);
    const reach = REACH * Math.hypot(width, height);
    return new Float32Array(width * height).map((_, p) => {
      const away = plane[Math.floor(p / width) * wide + (p % width)] as number;
      return away >= FAR ? 1 : Math.exp(-Math.sqrt(away) / reach);
    });
  });
}
