import { toolSettings } from '../tool-settings';

/** Of the pieces: their size in composition pixels, and how many of them there are. */
export const useScatter = toolSettings<{ readonly size: number; readonly count: number }>({
  size: 30,
  count: 700,
});
