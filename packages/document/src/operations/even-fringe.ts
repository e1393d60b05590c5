import { layerName, type Operation, OperationRefused, unlockedLayer } from './operation';

/** Forgets where strokes said how much of a fringe is cleaned: then it is the same everywhere. */
export const evenFringe: Operation<{ layer: string }> = {
  name: 'evenFringe',
  words: (before, { layer }) => `Clean fringe the same everywhere: ${layerName(before, layer)}`,
  change(draft, { layer }) {
    const { edge } = unlockedLayer(draft, layer);
    if (!edge.fringeBrushed) throw new OperationRefused('The fringe was brushed nowhere.');
    edge.fringeBrushed = null;
  },
};
