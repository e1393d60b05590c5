import { reachCoverage } from '@diplex/core';
import {
  growthOf,
  invert,
  multiply,
  type PickedPart,
  type Point,
  type ReachPoint,
  scaling,
  transform,
} from '@diplex/document';
import { pageEngine } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import { type MaskInHand, maskInHand, whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { wordsOf } from '../../link/problem';
import { coverageImage } from '../../picks/coverage-image';
import {
  bringGround,
  levelOf,
  newPickedPart,
  type PickWork,
  pickPlace,
  pickSeat,
  queuePick,
} from '../../picks/run-pick';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { useReaching } from './settings';

/** How near a press must be to a point to change it, and how far the pointer goes before it drags. */
const NEAR = 10;
const DRAG = 4;
/** What a window pixel of dragging adds to the tolerance. */
const PER_PIXEL = 0.0008;
/** The result is shown at a level of at most so many pixels while it is tried out. */
const SHOWN_PIXELS = 1_300_000;

interface Press {
  readonly target: MaskInHand;
  /** Where it was pressed, in composition pixels, and the point there in mask pixels. */
  readonly from: Point;
  point: ReachPoint;
  /** The point of the part in hand that is changed; null for a new one. */
  readonly index: number | null;
  dragged: boolean;
  map: { readonly map: Uint16Array; readonly width: number; readonly height: number } | null;
}

/** Picks by likeness of colour: press for the place, drag away for more tolerance. */
class ReachTool implements Tool {
  private press: Press | null = null;

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    const place = transform(invert(target.matrix), at);
    const { combine } = useHand.getState();
    const { set: _, ...reaching } = useReaching.getState();
    // What is protected goes on being protected in further points.
    const inside = reachPoints(target).at(-1)?.inside;
    const index = nearest(target, at);
    const known = index === null ? undefined : reachPoints(target)[index];
    const way = combine === 'replace' ? 'add' : combine;
    const continues = partInHand(target) !== null;
    const protects = inside !== undefined && { inside };
    const fresh = { ...reaching, ...protects, x: rounded(place.x), y: rounded(place.y) };
    const point = known ?? { ...fresh, combine: continues ? way : ('add' as const) };
    this.press = { target, from: { x: at.x, y: at.y }, point, index, dragged: false, map: null };
    void this.look(this.press);
  }

  move(through: readonly PointerSample[]): void {
    const { press } = this;
    const at = through.at(-1);
    if (!press || !at) return;
    const distance =
      Math.hypot(at.x - press.from.x, at.y - press.from.y) * useCamera.getState().zoom;
    if (!press.dragged && distance < DRAG) return;
    press.dragged = true;
    const tolerance = Math.min(1, Math.round(distance * PER_PIXEL * 1000) / 1000);
    press.point = { ...press.point, tolerance };
    useReaching.getState().set({ tolerance });
    this.show(press);
  }

  end(at: PointerSample): void {
    this.move([at]);
    const { press } = this;
    this.press = null;
    if (!press) return;
    const { point, index, target } = press;
    if (index !== null && !press.dragged) return useHand.getState().take({ draft: null });
    queuePick(() => this.work(target.layer.id, point, index));
  }

  cancel(): void {
    if (!this.press) return;
    this.press = null;
    useHand.getState().take({ draft: null });
  }

  /** Takes the newest point of the part in hand back. */
  stepBack(): boolean {
    const target = maskInHand();
    const part = target && partInHand(target);
    if (!part || part.recipe.points.length < 2) return false;
    setReachPoints(part.recipe.points.slice(0, -1));
    return true;
  }

  private work(layer: string, point: ReachPoint, index: number | null): PickWork | null {
    const target = maskInHand();
    if (!target || whyNot(target) || target.layer.id !== layer) return null;
    const words = `Reach on ${target.layer.name}`;
    const part = partInHand(target);
    if (part) {
      const { points } = part.recipe;
      const next = index === null ? [...points, point] : points.toSpliced(index, 1, point);
      const recipe = { ...part.recipe, points: next };
      return { words, target, isNew: false, part: { ...part, recipe } };
    }
    const from = useHand.getState().pickedFrom;
    const recipe = { by: 'reach' as const, from, points: [{ ...point, combine: 'add' as const }] };
    return { words, target, isNew: true, part: newPickedPart(target, 'Reach', recipe) };
  }

  /** Brings what every tolerance is answered from, for the place that was pressed. */
  private async look(press: Press): Promise<void> {
    const { layer } = press.target;
    const from = partInHand(press.target)?.recipe.from ?? useHand.getState().pickedFrom;
    const level = shownLevel(press.target);
    try {
      const letGo = await bringGround(layer, from, [level]);
      try {
        const by = 2 ** -level;
        const { x, y, patch, spread } = press.point;
        const reach = { at: { x: x * by, y: y * by }, patch: patch * by, spread };
        const ask = { ...pickPlace(layer.id), from, reach, level };
        press.map = await pageEngine().run('reach-map', ask, { ...pickSeat(), priority: 500 });
      } finally {
        letGo();
      }
      if (this.press === press) this.show(press);
    } catch (error) {
      tellProblem(`The likeness could not be looked at. ${wordsOf(error)}`);
    }
  }

  private show({ map, point, target }: Press): void {
    if (!map) return;
    const started = performance.now();
    const values = reachCoverage(map.map, map, point, map.width / target.size.width);
    const image = coverageImage(map.width, map.height, (p) => values[p] as number);
    const across = target.size.width / map.width;
    const down = target.size.height / map.height;
    const draft = {
      ...{ kind: 'coverage' as const, image },
      map: multiply(target.matrix, scaling(across, down)),
    };
    useHand.getState().take({ draft });
    performance.measure('diplex: reach answer', { start: started });
  }
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10;
}

type ReachPart = PickedPart & { readonly recipe: { readonly by: 'reach' } & PickedPart['recipe'] };

/** The part in hand when it is one of reach points. */
export function partInHand({ part }: MaskInHand): ReachPart | null {
  return part?.kind === 'picked' && part.recipe.by === 'reach' ? (part as ReachPart) : null;
}

function reachPoints(target: MaskInHand): readonly ReachPoint[] {
  return partInHand(target)?.recipe.points ?? [];
}

/** Which point of the part in hand lies at a place. */
function nearest(target: MaskInHand, at: Point): number | null {
  const { zoom } = useCamera.getState();
  const found = reachPoints(target).findIndex((point) => {
    const place = transform(target.matrix, point);
    return Math.hypot(place.x - at.x, place.y - at.y) * zoom < NEAR;
  });
  return found < 0 ? null : found;
}

/** About a pixel of the window for a pixel of the level, and never too many of them. */
function shownLevel({ size, matrix }: MaskInHand): number {
  const growth = growthOf(matrix) * useCamera.getState().zoom;
  const byZoom = Math.max(0, Math.floor(Math.log2(1 / growth)));
  return Math.max(byZoom, levelOf(size, SHOWN_PIXELS));
}

/** Works the part in hand out with other points. */
export function setReachPoints(points: readonly ReachPoint[]): void {
  queuePick(() => {
    const target = maskInHand();
    const part = target && partInHand(target);
    if (!target || !part || whyNot(target)) return null;
    const recipe = { ...part.recipe, points };
    return {
      words: `Reach on ${target.layer.name}`,
      target,
      isNew: false,
      part: { ...part, recipe },
    };
  });
}

export const reachTool = new ReachTool();
