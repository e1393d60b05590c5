import { castDraft } from 'mutative';
import type { ByTone } from '../composition';
import { tonesRise } from '../tones-rise';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Chooses by which tones a layer shows; what is not named stays. */
export const setByTone: Operation<{ layer: string; change: ByTone }> = {
  name: 'setByTone',
  words: (before, { layer }) => `By which tones ${layerName(before, layer)} shows`,
  change(draft, { layer, change }) {
    for (const window of [change.own, change.behind]) {
      if (window && !tonesRise(window)) {
        throw new OperationRefused('The tones must go from dark to light.');
      }
    }
    const target = unlockedLayer(draft, layer);
    const { own, behind, ...rest } = { ...target.byTone, ...castDraft(change) };
    target.byTone = own || behind ? { ...rest, own: own ?? null, behind: behind ?? null } : null;
  },
};
