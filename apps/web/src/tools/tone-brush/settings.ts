import type { Brush } from '@diplex/core';
import { toolSettings } from '../tool-settings';

/** What a stroke of a brush on tone does: what its step does, the opposite, or brings back what there was. */
export type ToneWay = 'does' | 'undoes' | 'restores';

/** How the brushes on tone paint; all of them alike. */
export interface ToneBrushing {
  readonly brush: Brush;
  readonly way: ToneWay;
  readonly smoothing: number;
}

export const useToneBrush = toolSettings<ToneBrushing>({
  brush: { radius: 60, softness: 0.9, strength: 1, flow: 0.12, pressure: 'flow', value: 1 },
  ...{ way: 'does', smoothing: 0 },
});
