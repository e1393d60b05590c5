import { type Operation, unlockedLayer } from './operation';
import { namesOf } from './remove-layer';

/** Links layers, so that they move together (`link` names the link), or unlinks them. */
export const linkLayers: Operation<{ layers: readonly string[]; link: string | null }> = {
  name: 'linkLayers',
  words: (before, { layers, link }) => `${link ? 'Linked' : 'Unlinked'} ${namesOf(before, layers)}`,
  change(draft, { layers, link }) {
    for (const id of layers) unlockedLayer(draft, id).link = link;
  },
};
