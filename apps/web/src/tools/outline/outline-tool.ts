import { flattened } from '@diplex/core';
import {
  growthOf,
  IDENTITY,
  invert,
  newId,
  type OutlinePart,
  type OutlinePoint,
  type Point,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { pageEngine } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
} from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { bringGround, inJob, levelOf, pickPlace, pickSeat } from '../../picks/run-pick';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { fitClosedLine, fitLine, mapPoint } from '../fit-line';
import { useOutlining } from './settings';

/** How near the first point closes an outline, and how far the pointer goes before it draws. */
const NEAR = 9;
const DRAG = 4;
/** How far a fitted freehand line may stray from the drawn one. All in window pixels. */
const STRAY = 1;
/** Edges are looked for at a level of at most so many pixels. */
const EDGE_PIXELS = 16_000_000;

function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y) * useCamera.getState().zoom;
}

function stray(): number {
  return STRAY / useCamera.getState().zoom;
}

/** Draws an outline: corner by corner with clicks, freehand by dragging, or both in turn. */
class OutlineTool implements Tool {
  private points: OutlinePoint[] = [];
  /** Points that were taken back, the last one first. */
  private taken: OutlinePoint[] = [];
  /** The composition that it is drawn on. */
  private on: string | null = null;
  private pressed: Point | null = null;
  private run: Point[] = [];

  begin(at: PointerSample): void {
    const reason = whyNot(maskInHand());
    if (reason) return tellProblem(reason);
    this.pressed = { x: at.x, y: at.y };
    this.run = [this.pressed];
    this.taken = [];
    this.on = useComposition.getState().id;
  }

  move(through: readonly PointerSample[]): void {
    if (!this.pressed) return;
    const last = through.at(-1);
    if (this.run.length === 1 && last && distance(this.pressed, last) < DRAG) return;
    this.run.push(...through.map(({ x, y }) => ({ x, y })));
    this.show(null);
  }

  end(at: PointerSample): void {
    if (!this.pressed) return;
    const freehand = this.run.length > 1;
    const [first] = this.points;
    const ended = this.run.at(-1) ?? at;
    const closes = first && this.points.length > 2 && distance(first, ended) < NEAR;
    const last = this.points.at(-1);
    const again = !freehand && last && distance(last, this.pressed) < DRAG;
    const { pressed, run } = this;
    this.pressed = null;
    this.run = [];
    if (again) return this.commit();
    if (freehand && this.points.length === 0) {
      // A line that ends near its beginning goes on smoothly there.
      const round = distance(pressed, ended) < NEAR;
      this.points = round ? fitClosedLine(run, stray()) : fitLine(run, stray());
      return this.commit();
    }
    if (freehand) this.points.push(...fitLine(run, stray()));
    else if (!closes) this.points.push(pressed);
    if (closes) this.commit();
    else this.show({ x: at.x, y: at.y });
  }

  hover(at: PointerSample): void {
    if (this.points.length > 0) this.show({ x: at.x, y: at.y });
  }

  cancel(): void {
    this.points = [];
    this.taken = [];
    this.run = [];
    this.pressed = null;
    useHand.getState().take({ draft: null });
  }

  stepBack(): boolean {
    const last = this.points.pop();
    if (!last) return false;
    this.taken.push(last);
    this.show(this.points.at(-1) ?? null);
    return true;
  }

  stepForth(): boolean {
    const next = this.taken.pop();
    if (!next) return false;
    this.points.push(next);
    this.show(next);
    return true;
  }

  rest(): void {
    this.run = [];
    this.pressed = null;
    useHand.getState().take({ draft: null });
  }

  resume(): void {
    if (this.on !== useComposition.getState().id) this.cancel();
    else if (this.points.length > 0) this.show(this.points.at(-1) ?? null);
  }

  commit(): void {
    const target = maskInHand();
    const { points } = this;
    this.cancel();
    if (!target || points.length < 3) return;
    const toMask = invert(target.matrix);
    const inMask = points.map((point) => mapPoint(point, (p) => transform(toMask, p)));
    const { snap } = useOutlining.getState();
    if (snap > 0) void this.snapped(target, inMask, snap);
    else this.make(target, inMask);
  }

  private make(target: MaskInHand, points: readonly OutlinePoint[]): void {
    const { combine } = useHand.getState();
    const part: OutlinePart = {
      ...{ id: newId(), kind: 'outline', name: freshName(target.mask, 'Outline') },
      ...{ shown: true, combine, feather: 0, inverted: false, points },
    };
    commitPart(target, part, startFor(combine === 'subtract'));
  }

  /** Lays the outline along the strongest edge within `reach` composition pixels of it. */
  private snapped(
    target: MaskInHand,
    points: readonly OutlinePoint[],
    reach: number,
  ): Promise<void> {
    const { layer, matrix, size } = target;
    const from = useHand.getState().pickedFrom;
    const level = levelOf(size, EDGE_PIXELS);
    const by = 2 ** -level;
    const growth = growthOf(matrix);
    return inJob(`Snapping the outline on ${layer.name}`, async (signal) => {
      const letGo = await bringGround(layer, from, [level]);
      try {
        const line = dense(flattened(points, IDENTITY)).map(({ x, y }) => ({
          x: x * by,
          y: y * by,
        }));
        const ask = { ...pickPlace(layer.id), from, level, points: line };
        const options = { ...pickSeat(), signal };
        const moved = await pageEngine().run(
          'snap-line',
          { ...ask, reach: (reach / growth) * by },
          options,
        );
        const inMask = moved.map(({ x, y }) => ({ x: x / by, y: y / by }));
        this.make(target, fitClosedLine(inMask, 1));
      } finally {
        letGo();
      }
    });
  }

  private show(loose: Point | null): void {
    const drawn = this.points.length > 0 ? flattened(this.points, IDENTITY) : [];
    const points = [...drawn, ...(this.run.length > 1 ? this.run : [])];
    const draft = points.length > 0 ? { kind: 'outline' as const, points, loose } : null;
    useHand.getState().take({ draft });
  }
}

/** A closed line with a point every other pixel or so. */
function dense(points: readonly Point[]): Point[] {
  return points.flatMap((from, i) => {
    const to = points[(i + 1) % points.length] as Point;
    const steps = Math.max(1, Math.round(Math.hypot(to.x - from.x, to.y - from.y) / 2));
    return Array.from({ length: steps }, (_, k) => ({
      x: from.x + ((to.x - from.x) * k) / steps,
      y: from.y + ((to.y - from.y) * k) / steps,
    }));
  });
}

export const outlineTool = new OutlineTool();
