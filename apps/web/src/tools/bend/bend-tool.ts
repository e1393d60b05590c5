import {
  type Bend,
  bendOf,
  bendShown,
  bentTo,
  isGlass,
  isShadow,
  type Layer,
  layerById,
  type Point,
  setWarp,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { whyKept } from '../place/why-kept';
import { useBending } from './settings';

/** Why there is nothing to bend in a layer, whatever is locked; null where there is. */
export function whyUnbent(layer: Layer): string | null {
  if (isGlass(layer))
    return `${layer.name} is a glass: it lies over all of the canvas and bends nothing.`;
  if (isShadow(layer))
    return `${layer.name} is a shadow: it falls as its light does, and along a plane.`;
  return null;
}

/** The layer in hand, if it can be bent; says why not otherwise. */
function layerToBend(): Layer | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer) tellProblem('No layer is in hand. Choose a card in the depth strip first.');
  else {
    const kept = whyUnbent(layer) ?? whyKept(composition, layer, 'bend');
    if (!kept) return layer;
    tellProblem(kept);
  }
  return null;
}

/** The grid by which a layer is bent, or the one that it would be bent by. */
export function gridOf(layer: Layer): Bend {
  const { columns, rows } = useBending.getState();
  return bendOf(layer, columns, rows);
}

/** Draws a point of a layer's bend to a place of the composition, tried out or done. */
export function drawPoint(way: 'tryOut' | 'perform', layer: Layer, point: number, to: Point): void {
  const state = useComposition.getState();
  const warp = bentTo(state.composition, layer, gridOf(layer), point, to);
  if (warp) state[way](setWarp, { layer: layer.id, warp });
}

/** Drags the point of the bend that lies nearest to where the drag began. */
class BendTool implements Tool {
  private held: { readonly layer: Layer; readonly point: number; readonly off: Point } | null =
    null;

  begin(at: PointerSample): void {
    const layer = layerToBend();
    if (!layer) return;
    const { composition } = useComposition.getState();
    const places = bendShown(composition, layer, gridOf(layer).points);
    const far = places.map((p) =>
      p ? Math.hypot(p.x - at.x, p.y - at.y) : Number.POSITIVE_INFINITY,
    );
    const point = far.indexOf(Math.min(...far));
    const place = places[point];
    if (!place) return;
    useBending.getState().set({ point });
    this.held = { layer, point, off: { x: place.x - at.x, y: place.y - at.y } };
  }

  move(through: readonly PointerSample[]): void {
    this.draw('tryOut', through.at(-1));
  }

  end(at: PointerSample): void {
    this.draw('perform', at);
    this.held = null;
  }

  cancel(): void {
    if (!this.held) return;
    this.held = null;
    useComposition.getState().show(null);
  }

  private draw(way: 'tryOut' | 'perform', at: PointerSample | undefined): void {
    if (!this.held || !at) return;
    const { layer, point, off } = this.held;
    drawPoint(way, layer, point, { x: at.x + off.x, y: at.y + off.y });
  }
}

export const bendTool = new BendTool();
