import type { ToneWindow } from './composition';

/** Whether a range of tones goes from dark to light. */
export function tonesRise({ low, high }: Pick<ToneWindow, 'low' | 'high'>): boolean {
  return low[0] <= low[1] && low[1] <= high[0] && high[0] <= high[1];
}

/** What is said where they do not. */
export const TONES_SAY = 'must go on from low, from dark to light';
