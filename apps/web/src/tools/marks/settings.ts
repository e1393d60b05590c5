import type { StrokeMark } from '@diplex/document';
import { toolSettings } from '../tool-settings';

/** How Sweep and Marks draw. */
export interface Marking {
  readonly mark: StrokeMark;
  /** Composition pixels. */
  readonly radius: number;
  readonly sweepForm: 'stroke' | 'box';
  /** Along a strand: moved onto the hair or wire under the stroke. */
  readonly marksForm: 'stroke' | 'strand' | 'fill';
}

export const useMarking = toolSettings<Marking>({
  ...{ mark: 'keep', radius: 20, sweepForm: 'stroke', marksForm: 'stroke' },
});
