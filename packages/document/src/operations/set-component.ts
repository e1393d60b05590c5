import { castDraft } from 'mutative';
import type { ComponentPart } from '../composition';
import { draftPart, type Operation, OperationRefused, partName } from './operation';

export type ComponentSettings = Partial<
  Pick<ComponentPart, 'mix' | 'of' | 'black' | 'white' | 'gamma' | 'samples'>
>;

/** Chooses another mix of components, or spreads its values otherwise. */
export const setComponent: Operation<{
  mask: string;
  part: string;
  settings: ComponentSettings;
}> = {
  name: 'setComponent',
  words: (before, { mask, part, settings }) =>
    `${settings.samples ? 'Samples' : 'Component'} of ${partName(before, mask, part)}`,
  change(draft, { mask, part, settings }) {
    const target = draftPart(draft, mask, part);
    if (target.kind !== 'component') {
      throw new OperationRefused(`${target.name} is not made of components.`);
    }
    const { black, white } = { ...target, ...settings };
    if (black === white) {
      throw new OperationRefused('The black point and the white point must differ.');
    }
    Object.assign(target, castDraft(settings));
  },
};
