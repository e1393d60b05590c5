import { LUMA } from '@diplex/imaging';
import { HISTOGRAM_BINS } from './computation';
import { binOf, type Count, countPixels } from './count-pixels';

const [RED, GREEN, BLUE] = LUMA;

/** How much of a picture has each encoded value of red, green, blue and lightness: one row, four sums a bin. */
export const HISTOGRAM: Count = {
  name: 'histogram',
  width: HISTOGRAM_BINS,
  height: 1,
  of: (image, coverage, space) =>
    countPixels(HISTOGRAM, image, coverage, space, ({ rgb: [r, g, b], share }, add) => {
      add(binOf(r, HISTOGRAM_BINS), 0, share);
      add(binOf(g, HISTOGRAM_BINS), 1, share);
      add(binOf(b, HISTOGRAM_BINS), 2, share);
      add(binOf(RED * r + GREEN * g + BLUE * b, HISTOGRAM_BINS), 3, share);
    }),
};
