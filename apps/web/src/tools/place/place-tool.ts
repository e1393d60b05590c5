import {
  type Composition,
  isGlass,
  isWarped,
  type Layer,
  layerBounds,
  layerById,
  layersInDepth,
  type Placement,
  type Point,
  perform,
  placementAfter,
  placementMoved,
  type Rect,
  setPlacement,
  translation,
  uniteRects,
  withDescendants,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { chosenToPlace } from './chosen';
import { pickLayerAt } from './pick-layer';
import { usePlacing, useSnapLines } from './settings';
import { snapTo } from './snapping';
import { whyKept } from './why-kept';

/** Things come to lie at lines that are so near, in window pixels. */
const NEAR = 6;

const NOWHERE: Rect = { x: 0, y: 0, width: 0, height: 0 };

/** The bounds of all that others may lie at: the canvas, and what is shown and not moved itself. */
function standing(composition: Composition, moved: readonly Layer[]): Rect[] {
  const { canvas } = composition;
  const own = new Set(
    moved.flatMap(({ id }) => withDescendants(composition, id)).map(({ id }) => id),
  );
  const others = layersInDepth(composition).filter(
    (layer) => layer.shown && !own.has(layer.id) && !isGlass(layer),
  );
  const whole = { x: 0, y: 0, width: canvas.width, height: canvas.height };
  return [whole, ...others.map((layer) => layerBounds(composition, layer))];
}

/** A layer's placement moved on the canvas: in its plane, if it lies in one. */
export function movedPlacement(
  composition: Composition,
  layer: Layer,
  from: Point,
  by: Point,
): Placement | null {
  if (!isWarped(composition, layer)) {
    return placementAfter(composition, layer, translation(by.x, by.y));
  }
  return placementMoved(composition, layer, from, { x: from.x + by.x, y: from.y + by.y });
}

/** Why the layer in hand cannot be moved now, in words; null when it can. */
function whyNotMoved(composition: Composition): string | null {
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer) return 'No layer is in hand. Choose a card in the depth strip first.';
  if (isGlass(layer)) return `${layer.name} is a glass: it lies over all of the canvas.`;
  return whyKept(composition, layer, 'move');
}

/** Drags the layers that are chosen; with Shift only across or only down, with Alt without coming to lie at lines. */
class PlaceTool implements Tool {
  private from: Point | null = null;
  private moved: readonly Layer[] = [];
  private bounds: Rect = NOWHERE;
  private others: readonly Rect[] = [];

  begin(at: PointerSample): void {
    const { composition } = useComposition.getState();
    const reason = whyNotMoved(composition);
    this.moved = [];
    if (reason) {
      // A press that goes nowhere may take another layer, whatever is in hand.
      if (!usePlacing.getState().picks) return tellProblem(reason);
      this.from = { x: at.x, y: at.y };
      return;
    }
    this.moved = chosenToPlace();
    this.bounds = this.moved
      .map((each) => layerBounds(composition, each))
      .reduce(uniteRects, NOWHERE);
    this.others = standing(composition, this.moved);
    this.from = { x: at.x, y: at.y };
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    const by = at && this.movedBy(at);
    const { from } = this;
    if (!by || !from) return;
    const { composition, show } = useComposition.getState();
    let tried = composition;
    for (const layer of this.moved) {
      const placement = movedPlacement(composition, layer, from, by);
      if (placement) {
        tried = perform(tried, setPlacement, { layer: layer.id, placement }).composition;
      }
    }
    show(tried);
  }

  end(at: PointerSample): void {
    const by = this.movedBy(at);
    const { from, moved } = this;
    this.forget();
    if (by?.x === 0 && by.y === 0 && usePlacing.getState().picks) pickLayerAt(at);
    if (!by || !from) return;
    const { composition, performAll } = useComposition.getState();
    const [first] = moved;
    const words = moved.length > 1 ? `Moved ${moved.length} layers` : `Moved ${first?.name ?? ''}`;
    performAll(words, (doing) => {
      for (const layer of moved) {
        const placement = movedPlacement(composition, layer, from, by);
        if (placement) doing(setPlacement, { layer: layer.id, placement });
      }
    });
  }

  cancel(): void {
    this.forget();
    useComposition.getState().show(null);
  }

  private forget(): void {
    this.from = null;
    useSnapLines.setState({ lines: [] });
  }

  /** How far the layers are moved: whole pixels, so that a picture that lay on the pixel grid stays on it. */
  private movedBy(at: PointerSample): Point | null {
    const { from, bounds } = this;
    if (!from) return null;
    let [x, y] = [Math.round(at.x - from.x), Math.round(at.y - from.y)];
    if (at.shift && Math.abs(x) >= Math.abs(y)) y = 0;
    else if (at.shift) x = 0;
    // A press that goes nowhere moves nothing.
    if (at.alt || (x === 0 && y === 0)) {
      useSnapLines.setState({ lines: [] });
      return { x, y };
    }
    const there = { ...bounds, x: bounds.x + x, y: bounds.y + y };
    const { composition } = useComposition.getState();
    const near = NEAR / useCamera.getState().zoom;
    const { by, lines } = snapTo(there, this.others, near, composition);
    const held = at.shift && (x === 0 ? 'x' : 'y');
    useSnapLines.setState({ lines: lines.filter(({ axis }) => axis !== held) });
    return { x: held === 'x' ? 0 : x + by.x, y: held === 'y' ? 0 : y + by.y };
  }
}

export const placeTool = new PlaceTool();
