import { toolSettings } from '../tool-settings';

/** How Reach picks. */
export interface Reaching {
  /** Side of the sampled patch, in mask pixels. */
  readonly patch: number;
  /** OKLab distances. */
  readonly tolerance: number;
  readonly skirt: number;
  readonly spread: 'touching' | 'everywhere';
}

export const useReaching = toolSettings<Reaching>({
  ...{ patch: 5, tolerance: 0.05, skirt: 0.03, spread: 'touching' },
});
