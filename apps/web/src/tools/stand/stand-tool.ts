import {
  cameraHeight,
  isGlass,
  isWarped,
  type Layer,
  layerById,
  type Point,
  setHorizon,
  setPlacement,
  setVanishing,
  stanceShown,
  stoodAt,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { whyKept } from '../place/why-kept';
import { useStanding } from './settings';

/** A shorter line, in window pixels, was not meant. */
const LEAST = 12;

/** The layer in hand, if it can be stood; says why not otherwise. */
export function layerToStand(): Layer | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer) tellProblem('No layer is in hand. Choose a card in the depth strip first.');
  else if (isGlass(layer)) tellProblem(`${layer.name} is a glass: it stands nowhere.`);
  else if (isWarped(composition, layer)) {
    tellProblem(`${layer.name} is bent or lies in a plane. Lay it flat to stand it.`);
  } else {
    const kept = whyKept(composition, layer, 'stand');
    if (!kept) return layer;
    tellProblem(kept);
  }
  return null;
}

/** Stands a layer with its foot at a place, tried out or done; whether it can. */
export function standAt(way: 'tryOut' | 'perform', layer: Layer, foot: Point): boolean {
  const state = useComposition.getState();
  const placement = stoodAt(state.composition, layer, foot);
  if (placement) state[way](setPlacement, { layer: layer.id, placement });
  return placement !== null;
}

/** Stands the layer in hand where its foot is. */
export function standInHand(): void {
  const layer = layerToStand();
  if (!layer) return;
  const { composition } = useComposition.getState();
  if (standAt('perform', layer, stanceShown(composition, layer).foot)) return;
  tellProblem(
    `${layer.name} cannot stand there: its foot and its eye level must lie on the same sides of the horizon as on the ground. Move its foot below the horizon, or its eye level above its foot.`,
  );
}

/** Drags the layer in hand by its foot over the ground, its size following the horizon; lays the horizon first. */
class StandTool implements Tool {
  private held: { readonly layer: Layer; readonly off: Point } | null = null;
  private laying = false;
  /** Where a vanishing line begins that is being drawn. */
  private drawn: Point | null = null;
  /** The foot of what is measured. */
  private measured: Point | null = null;

  begin(at: PointerSample): void {
    const { composition } = useComposition.getState();
    if (useStanding.getState().draws) {
      this.drawn = { x: at.x, y: at.y };
      return;
    }
    if (useStanding.getState().measures && composition.horizon) {
      this.measured = { x: at.x, y: at.y };
      return;
    }
    if (!composition.horizon) {
      this.laying = true;
      return this.layHorizon('tryOut', at);
    }
    const layer = layerToStand();
    if (!layer) return;
    const { foot } = stanceShown(composition, layer);
    this.held = { layer, off: { x: foot.x - at.x, y: foot.y - at.y } };
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    if (!at) return;
    if (this.drawn) return this.drawLine('tryOut', this.drawn, at);
    if (this.measured) {
      const draft = { kind: 'line' as const, from: this.measured, to: { x: at.x, y: at.y } };
      return useHand.getState().take({ draft });
    }
    if (this.laying) return this.layHorizon('tryOut', at);
    this.stand('tryOut', at);
  }

  end(at: PointerSample): void {
    if (this.drawn) this.drawLine('perform', this.drawn, at);
    else if (this.measured) this.measure(this.measured, { x: at.x, y: at.y });
    else if (this.laying) this.layHorizon('perform', at);
    else if (!this.stand('perform', at)) useComposition.getState().show(null);
    this.forget();
  }

  cancel(): void {
    if (!this.laying && !this.held && !this.measured && !this.drawn) return;
    this.forget();
    useComposition.getState().show(null);
  }

  /** The camera stood as high as the horizon cuts what was measured. */
  private measure(foot: Point, top: Point): void {
    const { height, set } = useStanding.getState();
    const camera = cameraHeight(useComposition.getState().composition, { foot, top, height });
    set({ measures: false });
    if (camera !== null) return set({ camera });
    tellProblem(
      'Drag from the foot of the thing, which must lie below the horizon, up to its top.',
    );
  }

  private layHorizon(way: 'tryOut' | 'perform', { y }: Point): void {
    useComposition.getState()[way](setHorizon, { horizon: { y, tilt: 0 } });
  }

  private stand(way: 'tryOut' | 'perform', at: Point): boolean {
    if (!this.held) return false;
    const { layer, off } = this.held;
    return standAt(way, layer, { x: at.x + off.x, y: at.y + off.y });
  }

  private drawLine(way: 'tryOut' | 'perform', from: Point, { x, y }: Point): void {
    const { draws } = useStanding.getState();
    const { composition, show } = useComposition.getState();
    const far = Math.hypot(x - from.x, y - from.y) * useCamera.getState().zoom >= LEAST;
    if (!draws || !far) return show(null);
    const lines = [...(composition.vanishing ?? []), { way: draws, from, to: { x, y } }];
    useComposition.getState()[way](setVanishing, { lines });
  }

  private forget(): void {
    this.drawn = null;
    this.held = null;
    this.laying = false;
    if (this.measured) useHand.getState().take({ draft: null });
    this.measured = null;
  }
}

export const standTool = new StandTool();
