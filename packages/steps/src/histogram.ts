import type { CoverageImage, FloatImage } from '@diplex/imaging';
import { LUMA } from '@diplex/imaging';
import {
  encodeRow,
  inScratch,
  type MixSpaceName,
  scratchFloats,
  straightenRow,
} from '@diplex/kernels';
import { HISTOGRAM_BINS } from './computation';

const [RED, GREEN, BLUE] = LUMA;

function binOf(value: number): number {
  return Math.max(0, Math.min(HISTOGRAM_BINS - 1, Math.floor(value * HISTOGRAM_BINS)));
}

/**
 * How much of a picture has each encoded value of red, green, blue and lightness: `HISTOGRAM_BINS` times four
 * sums of alpha and coverage.
 * @param image premultiplied, in `space`
 * @param coverage how much each pixel counts; null for all alike
 */
export function histogramOf(
  image: FloatImage,
  coverage: CoverageImage | null,
  space: MixSpaceName,
): Float32Array {
  const counts = scratchFloats(HISTOGRAM_BINS * 4).fill(0);
  const add = (value: number, c: number, share: number) => {
    const at = binOf(value) * 4 + c;
    counts[at] = (counts[at] as number) + share;
  };
  inScratch(() => {
    const line = image.width * 4;
    const row = scratchFloats(line);
    for (let y = 0; y < image.height; y++) {
      row.set(image.data.subarray(y * line, (y + 1) * line));
      straightenRow(row);
      if (space === 'light') encodeRow(row);
      for (let x = 0, i = 0; x < image.width; x++, i += 4) {
        const covered = coverage ? (coverage.data[y * image.width + x] as number) : 1;
        const share = covered * (row[i + 3] as number);
        if (share === 0) continue;
        const [r, g, b] = [row[i] as number, row[i + 1] as number, row[i + 2] as number];
        add(r, 0, share);
        add(g, 1, share);
        add(b, 2, share);
        add(RED * r + GREEN * g + BLUE * b, 3, share);
      }
    }
  });
  return counts;
}
