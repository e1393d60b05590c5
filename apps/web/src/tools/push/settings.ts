import type { Brush, PushWay } from '@diplex/core';
import { toolSettings } from '../tool-settings';

/** What the brush does that is chosen; the second button does the opposite. */
export const CHOSEN_WAYS = ['drag', 'swell', 'shrink', 'twirl', 'smooth', 'restore'] as const;
export type ChosenWay = (typeof CHOSEN_WAYS)[number];

/** What the second button does instead. */
export const OPPOSITES: Readonly<Record<ChosenWay, PushWay>> = {
  ...{ drag: 'restore', swell: 'shrink', shrink: 'swell', twirl: 'twirl back' },
  ...{ smooth: 'restore', restore: 'smooth' },
};

export interface Pushing {
  readonly brush: Brush;
  readonly way: ChosenWay;
  /** A layer with its mask, or its mask alone. */
  readonly on: 'layer' | 'mask';
  readonly smoothing: number;
}

export const usePushing = toolSettings<Pushing>({
  brush: { radius: 80, softness: 1, strength: 1, flow: 1, pressure: 'strength', value: 1 },
  ...{ way: 'drag', on: 'layer', smoothing: 0 },
});
