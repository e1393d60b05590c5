import type { CoverageImage, FloatImage } from '@diplex/imaging';
import {
  encodeRow,
  inScratch,
  type MixSpaceName,
  scratchFloats,
  straightenRow,
} from '@diplex/kernels';

/** A way of counting the pixels of a picture into bins: rows of bins with four sums each. */
export interface Count {
  readonly name: string;
  /** Bins of a row, and rows. */
  readonly width: number;
  readonly height: number;
  /**
   * @param image premultiplied, in `space`
   * @param coverage how much each pixel counts; null for all alike
   * @returns `width * height * 4` sums of alpha and coverage
   */
  of(image: FloatImage, coverage: CoverageImage | null, space: MixSpaceName): Float32Array;
}

/** A pixel that counts: straight, encoded colour, how much, and how far from the left as a share of the width. */
export interface CountedPixel {
  rgb: [number, number, number];
  share: number;
  across: number;
}

/** The bin of `bins` equal ones between 0 and 1; values beyond them count in the first or the last. */
export function binOf(value: number, bins: number): number {
  return Math.max(0, Math.min(bins - 1, Math.floor(value * bins)));
}

/** Goes over the pixels of a picture that count, row by row, and sums up what `count` adds for each. */
export function countPixels(
  { width, height }: Count,
  image: FloatImage,
  coverage: CoverageImage | null,
  space: MixSpaceName,
  count: (pixel: CountedPixel, add: (bin: number, channel: number, share: number) => void) => void,
): Float32Array {
  const counts = scratchFloats(width * height * 4).fill(0);
  const add = (bin: number, channel: number, share: number) => {
    const at = bin * 4 + channel;
    counts[at] = (counts[at] as number) + share;
  };
  const pixel: CountedPixel = { rgb: [0, 0, 0], share: 0, across: 0 };
  inScratch(() => {
    const line = image.width * 4;
    const row = scratchFloats(line);
    for (let y = 0; y < image.height; y++) {
      row.set(image.data.subarray(y * line, (y + 1) * line));
      straightenRow(row);
      if (space === 'light') encodeRow(row);
      for (let x = 0, i = 0; x < image.width; x++, i += 4) {
        const covered = coverage ? (coverage.data[y * image.width + x] as number) : 1;
        pixel.share = covered * (row[i + 3] as number);
        if (pixel.share === 0) continue;
        for (let c = 0; c < 3; c++) pixel.rgb[c] = row[i + c] as number;
        pixel.across = (x + 0.5) / image.width;
        count(pixel, add);
      }
    }
  });
  return counts;
}
