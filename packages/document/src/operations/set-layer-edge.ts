import type { LayerEdge } from '../composition';
import { layerName, type Operation, unlockedLayer } from './operation';

export type LayerEdgeChange = Partial<Omit<LayerEdge, 'fringeBrushed'>>;

function said(change: LayerEdgeChange): string {
  const { fringe, fringeWidth, fringeWhere, tint, tintWidth, wrap, wrapWidth } = change;
  if (fringe !== undefined) return `Clean fringe to ${Math.round(fringe * 100)} %`;
  if (fringeWidth !== undefined) return `Clean fringe over ${fringeWidth} px`;
  if (tint !== undefined) return `Edge tint to ${Math.round(tint * 100)} %`;
  if (tintWidth !== undefined) return `Edge tint over ${tintWidth} px`;
  if (wrap !== undefined) return `Wrap to ${Math.round(wrap * 100)} %`;
  if (wrapWidth !== undefined) return `Wrap over ${wrapWidth} px`;
  return fringeWhere === 'visible' ? 'Clean fringe where it shows' : 'Clean fringe everywhere';
}

/** Changes what is done to the colours of a layer's edge; see LayerEdge for what the numbers mean. */
export const setLayerEdge: Operation<{ layer: string; edge: LayerEdgeChange }> = {
  name: 'setLayerEdge',
  words: (before, { layer, edge }) => `${said(edge)}: edge of ${layerName(before, layer)}`,
  change(draft, { layer, edge }) {
    Object.assign(unlockedLayer(draft, layer).edge, edge);
  },
};
