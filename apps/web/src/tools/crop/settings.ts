import type { CropFrame } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** Proportions that a frame may keep: width for a height of one; null for none. */
export const RATIOS: Readonly<Record<string, number | null>> = {
  free: null,
  'as it is': 0,
  '1 : 1': 1,
  '5 : 4': 5 / 4,
  '4 : 3': 4 / 3,
  '3 : 2': 3 / 2,
  '16 : 9': 16 / 9,
  '2 : 1': 2,
  '4 : 5': 4 / 5,
  '3 : 4': 3 / 4,
  '2 : 3': 2 / 3,
  'paper, level': Math.SQRT2,
  'paper, upright': Math.SQRT1_2,
};

export interface Cropping {
  /** What the canvas will be; null for all of it as it is. */
  readonly frame: CropFrame | null;
  /** One of RATIOS. */
  readonly ratio: string;
  /** Whether the next drag draws a line that shall be level or upright. */
  readonly straightens: boolean;
}

export const useCropping = toolSettings<Cropping>({
  ...{ frame: null, ratio: 'free', straightens: false },
});
