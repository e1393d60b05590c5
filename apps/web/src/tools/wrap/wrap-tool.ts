import { layerById, type Point, RANGES, setLayerEdge } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import type { Tool } from '../../picture/tool';
import { hasEdge } from './has-edge';

/** How much light comes over an edge over which none came before. */
const BEGINS = 0.5;

/** Shorter drags, in composition pixels, say nothing. */
const LEAST = 2;

/** Drags how far light comes over the edge of the layer in hand: as far as the drag is long. */
class WrapTool implements Tool {
  private start: Point | null = null;

  begin(at: Point): void {
    const layer = this.layer();
    if (!layer || !hasEdge(layer)) {
      return tellProblem('Choose a layer that is cut out: light comes over its edge.');
    }
    if (layer.locked) return tellProblem(`${layer.name} is locked. Unlock it to change its edge.`);
    this.start = at;
  }

  move(through: readonly Point[]): void {
    const to = through.at(-1);
    if (to) this.reach('tryOut', to);
  }

  end(to: Point): void {
    if (!this.reach('perform', to)) useComposition.getState().show(null);
    this.start = null;
  }

  cancel(): void {
    if (this.start) useComposition.getState().show(null);
    this.start = null;
  }

  private layer() {
    const { composition } = useComposition.getState();
    return layerById(composition, useHand.getState().layer ?? '');
  }

  /** Whether the drag says anything. */
  private reach(way: 'tryOut' | 'perform', to: Point): boolean {
    const layer = this.layer();
    if (!this.start || !layer) return false;
    const length = Math.hypot(to.x - this.start.x, to.y - this.start.y);
    if (length < LEAST) return false;
    const wrapWidth = Math.min(RANGES.wrapWidth.most, Math.round(length));
    const edge = { wrapWidth, wrap: layer.edge.wrap || BEGINS };
    useComposition.getState()[way](setLayerEdge, { layer: layer.id, edge });
    return true;
  }
}

export const wrapTool: Tool = new WrapTool();
