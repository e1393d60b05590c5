import type { GroupMixing } from '../composition';
import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Whether the layers of a group are laid on what lies behind one by one, or together. */
export const setMixing: Operation<{ group: string; mixing: GroupMixing }> = {
  name: 'setMixing',
  words: (before, { group, mixing }) =>
    mixing === 'isolated'
      ? `${layerName(before, group)} stands apart from what lies behind`
      : `${layerName(before, group)} lets its layers through`,
  change(draft, { group, mixing }) {
    const { content, name } = unlockedLayer(draft, group);
    if (content.kind !== 'group') throw new OperationRefused(`${name} is not a group.`);
    content.mixing = mixing;
  },
};
