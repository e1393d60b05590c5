import type { Brush } from '@diplex/core';
import { toolSettings } from '../tool-settings';

/** The lists of colours that a brush works with. */
export type Sampling = 'dense' | 'behind' | 'spared' | 'keep' | 'drop';

/** How the brush paints. */
export interface Brushing {
  readonly brush: Brush;
  /** What it paints: what shows, or where the fringe is cleaned. */
  readonly brushOn: 'mask' | 'fringe';
  /** How much strokes are pulled along behind the pointer, 0..1. */
  readonly smoothing: number;
  /** Which colours the next press samples; null when it paints. */
  readonly sampling: Sampling | null;
}

export const useBrush = toolSettings<Brushing>({
  brush: { radius: 40, softness: 0.4, strength: 1, flow: 1, pressure: 'none', value: 0 },
  ...{ brushOn: 'mask', smoothing: 0, sampling: null },
});
