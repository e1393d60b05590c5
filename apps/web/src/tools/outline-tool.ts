import { invert, newId, type Point, transform } from '@diplex/document';
import simplify from 'simplify-js';
import { useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { useCamera } from '../picture/camera-store';
import { commitPart, freshName, maskInHand, startFor, whyNot } from './mask-in-hand';
import type { PointerSample, Tool } from './tool';

/** How near the first point closes an outline, and how far the pointer goes before it draws. */
const NEAR = 9;
const DRAG = 4;
/** How far a simplified freehand line may stray from the drawn one. All in window pixels. */
const STRAY = 0.8;

function distance(a: Point, b: Point): number {
  return Math.hypot(a.x - b.x, a.y - b.y) * useCamera.getState().zoom;
}

/** Draws an outline: corner by corner with clicks, freehand by dragging, or both in turn. */
class OutlineTool implements Tool {
  private points: Point[] = [];
  private pressed: Point | null = null;
  private run: Point[] = [];

  begin(at: PointerSample): void {
    const reason = whyNot(maskInHand());
    if (reason) return tellProblem(reason);
    this.pressed = { x: at.x, y: at.y };
    this.run = [this.pressed];
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
    const run = freehand ? this.simplified(this.run) : this.run;
    const closes = first && this.points.length > 2 && distance(first, run.at(-1) ?? at) < NEAR;
    const last = this.points.at(-1);
    const again = !freehand && last && distance(last, this.pressed) < DRAG;
    this.pressed = null;
    this.run = [];
    if (again) return this.commit();
    const only = freehand && this.points.length === 0;
    this.points.push(...(closes && !freehand ? [] : run));
    if (closes || only) this.commit();
    else this.show({ x: at.x, y: at.y });
  }

  hover(at: PointerSample): void {
    if (this.points.length > 0) this.show({ x: at.x, y: at.y });
  }

  cancel(): void {
    this.points = [];
    this.run = [];
    this.pressed = null;
    useHand.getState().take({ draft: null });
  }

  stepBack(): boolean {
    if (this.points.length === 0) return false;
    this.points.pop();
    this.show(this.points.at(-1) ?? null);
    return true;
  }

  commit(): void {
    const target = maskInHand();
    const { points } = this;
    this.cancel();
    if (!target || points.length < 3) return;
    const { combine } = useHand.getState();
    const toMask = invert(target.matrix);
    const part = {
      ...{ id: newId(), kind: 'outline' as const, name: freshName(target.mask, 'Outline') },
      ...{ shown: true, combine, feather: 0, inverted: false },
      points: points.map((point) => transform(toMask, point)),
    };
    commitPart(target, part, startFor(combine === 'subtract'));
  }

  private simplified(run: readonly Point[]): Point[] {
    return simplify([...run], STRAY / useCamera.getState().zoom, true);
  }

  private show(loose: Point | null): void {
    const points = [...this.points, ...(this.run.length > 1 ? this.run : [])];
    const draft = points.length > 0 ? { kind: 'outline' as const, points, loose } : null;
    useHand.getState().take({ draft });
  }
}

export const outlineTool = new OutlineTool();
