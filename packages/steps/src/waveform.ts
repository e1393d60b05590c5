import { LUMA } from '@diplex/imaging';
import { binOf, type Count, countPixels } from './count-pixels';

const [RED, GREEN, BLUE] = LUMA;

const [COLUMNS, LEVELS] = [192, 96];

/**
 * How much of each upright strip of a picture has each encoded value of red, green, blue and lightness: a column a
 * strip from left to right, the lightest values in the first row.
 */
export const WAVEFORM: Count = {
  name: 'waveform',
  width: COLUMNS,
  height: LEVELS,
  of: (image, coverage, space) =>
    countPixels(WAVEFORM, image, coverage, space, ({ rgb: [r, g, b], share, across }, add) => {
      const column = binOf(across, COLUMNS);
      const bin = (value: number) => (LEVELS - 1 - binOf(value, LEVELS)) * COLUMNS + column;
      add(bin(r), 0, share);
      add(bin(g), 1, share);
      add(bin(b), 2, share);
      add(bin(RED * r + GREEN * g + BLUE * b), 3, share);
    }),
};
