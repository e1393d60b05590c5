import { castDraft } from 'mutative';
import type { RampPart } from '../composition';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

export type RampSettings = Partial<
  Pick<RampPart, 'shape' | 'from' | 'to' | 'inner' | 'ratio' | 'falloff' | 'curve'>
>;

/** Lays a ramp elsewhere, or changes how it falls off. */
export const setRamp: Operation<{ mask: string; part: string; settings: RampSettings }> = {
  name: 'setRamp',
  words: (before, { mask, part }) => `Changed ${partName(before, mask, part)}`,
  change(draft, { mask, part, settings }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'ramp') throw new OperationRefused(`${target.name} is no ramp.`);
    const { from, to } = { ...target, ...settings };
    if (Math.hypot(to.x - from.x, to.y - from.y) < 0.01) {
      throw new OperationRefused('A ramp needs some way from its beginning to its end.');
    }
    Object.assign(target, castDraft(settings));
  },
};
