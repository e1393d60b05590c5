import { castDraft } from 'mutative';
import type { ShadowContent } from '../composition';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

export type ShadowChange = Partial<Omit<ShadowContent, 'kind' | 'of'>>;

/** Changes how a shadow falls. */
export const setShadow: Operation<{ layer: string; change: ShadowChange }> = {
  name: 'setShadow',
  words: (before, { layer }) => `Changed ${layerName(before, layer)}`,
  change(draft, { layer: id, change }) {
    const layer = unlockedLayer(draft, id);
    if (layer.content.kind !== 'shadow') throw new OperationRefused(`${layer.name} is no shadow.`);
    Object.assign(layer.content, castDraft(change));
  },
};
