import {
  isGlass,
  isWarped,
  layerById,
  lockedBy,
  type Point,
  placementAfter,
  placementMoved,
  setPlacement,
  translation,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import type { PointerSample, Tool } from '../../picture/tool';

/** Drags the layer in hand; with Shift only across or only down. */
class PlaceTool implements Tool {
  private from: Point | null = null;

  begin(at: PointerSample): void {
    const layer = this.layer();
    if (!layer) return tellProblem('No layer is in hand. Choose a card in the depth strip first.');
    if (isGlass(layer))
      return tellProblem(`${layer.name} is a glass: it lies over all of the canvas.`);
    const lock = lockedBy(useComposition.getState().composition, layer);
    if (lock) return tellProblem(`${lock.name} is locked. Unlock it to move ${layer.name}.`);
    this.from = { x: at.x, y: at.y };
  }

  move(through: readonly PointerSample[]): void {
    const args = this.movedTo(through.at(-1));
    if (args) useComposition.getState().tryOut(setPlacement, args);
  }

  end(at: PointerSample): void {
    const args = this.movedTo(at);
    this.from = null;
    if (args) useComposition.getState().perform(setPlacement, args);
  }

  cancel(): void {
    this.from = null;
    useComposition.getState().show(null);
  }

  private layer() {
    const { layer } = useHand.getState();
    return layer ? layerById(useComposition.getState().composition, layer) : undefined;
  }

  private movedTo(at: PointerSample | undefined) {
    const layer = this.layer();
    if (!this.from || !layer || !at) return null;
    // Whole pixels, so that a picture that lay on the pixel grid stays on it.
    let dx = Math.round(at.x - this.from.x);
    let dy = Math.round(at.y - this.from.y);
    if (at.shift && Math.abs(dx) >= Math.abs(dy)) dy = 0;
    else if (at.shift) dx = 0;
    const { composition } = useComposition.getState();
    if (isWarped(composition, layer)) {
      const to = { x: this.from.x + dx, y: this.from.y + dy };
      const placement = placementMoved(composition, layer, this.from, to);
      return placement && { layer: layer.id, placement };
    }
    const placement = placementAfter(composition, layer, translation(dx, dy));
    return { layer: layer.id, placement };
  }
}

export const placeTool = new PlaceTool();
