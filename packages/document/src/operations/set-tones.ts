import { castDraft } from 'mutative';
import type { TonesPart } from '../composition';
import { tonesRise } from '../tones-rise';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

export type TonesSettings = Partial<Pick<TonesPart, 'component' | 'of' | 'low' | 'high'>>;

/** Chooses other tones. */
export const setTones: Operation<{ mask: string; part: string; settings: TonesSettings }> = {
  name: 'setTones',
  words: (before, { mask, part }) => `Tones of ${partName(before, mask, part)}`,
  change(draft, { mask, part, settings }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'tones') throw new OperationRefused(`${target.name} is not made of tones.`);
    const { low, high } = { ...target, ...settings };
    if (!tonesRise({ low, high })) {
      throw new OperationRefused('The tones must go from dark to light.');
    }
    Object.assign(target, castDraft(settings));
  },
};
