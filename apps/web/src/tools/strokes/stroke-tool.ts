import { type Brush, SmoothPath, type StrokePoint } from '@diplex/core';
import { newId, type Point } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { type MaskInHand, whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { trackStroke } from '../../bench/pending-work';
import {
  forgetStroke,
  keepStroke,
  type StrokeBeginning,
  strokeBeginning,
  type WaitingStroke,
} from '../../bench/waiting-strokes';
import { wordsOf } from '../../link/problem';
import type { PointerSample, Tool } from '../../picture/tool';
import type { RunningStroke } from './running-stroke';

/** What a tool that paints with strokes has to say. */
export interface Strokes {
  /** What would be painted now; null when there is nothing. */
  target(): MaskInHand | null;
  /** Whether a press is for something else than painting, which it then does. */
  takesPress?(target: MaskInHand, at: PointerSample): boolean;
  /** How the next stroke is painted. */
  brush(): Brush;
  /** What the second button does instead. */
  opposite(brush: Brush): Brush;
  /** The settings that decide how a stroke is painted. */
  readonly settings: { getState(): object; setState(change: object): void };
  /** How much strokes are pulled along behind the pointer, 0..1. */
  smoothing(): number;
  /** Begins a stroke; says why when there can be none. */
  open(brush: Brush): RunningStroke | null;
}

/** One press of the pointer: its points, and the stroke once the one before it has ended. */
interface Gesture {
  readonly path: SmoothPath;
  readonly points: StrokePoint[];
  readonly beginning: StrokeBeginning | null;
  stroke: RunningStroke | null;
}

/** Paints with strokes. */
export class StrokeTool implements Tool {
  private gesture: Gesture | null = null;
  /** Where the last stroke ended, to draw a straight line from. */
  private lastEnd: (Point & { layer: string }) | null = null;
  /** Strokes are worked out one after another, however fast they are drawn. */
  private line: Promise<void> = Promise.resolve();

  constructor(private readonly strokes: Strokes) {}

  begin(at: PointerSample): void {
    const target = this.strokes.target();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    if (this.strokes.takesPress?.(target, at)) return;
    const from = this.lastEnd;
    const straight = at.shift && from?.layer === target.layer.id;
    const start = straight ? [{ ...at, x: from.x, y: from.y }] : [];
    const path = new SmoothPath(this.strokes.smoothing());
    const brush = this.strokes.brush();
    // The second button does the opposite of the first.
    const meant = at.otherButton ? this.strokes.opposite(brush) : brush;
    const points = path.add([...start, at].map(strokePoint));
    const beginning = strokeBeginning(this.strokes.settings.getState(), meant);
    const gesture: Gesture = { path, points, beginning, stroke: null };
    this.gesture = gesture;
    this.after(() => {
      gesture.stroke = this.strokes.open(meant);
      gesture.stroke?.extend(gesture.points.slice());
    });
  }

  move(through: readonly PointerSample[]): void {
    const { gesture } = this;
    if (gesture) this.goOn(gesture, gesture.path.add(through.map(strokePoint)));
  }

  private goOn({ stroke, points }: Gesture, further: readonly StrokePoint[]): void {
    stroke?.extend(further);
    points.push(...further);
  }

  end(at: PointerSample): void {
    const { gesture } = this;
    if (!gesture) return;
    this.move([at]);
    this.goOn(gesture, gesture.path.end());
    this.gesture = null;
    const layer = this.strokes.target()?.layer.id;
    this.lastEnd = layer ? { x: at.x, y: at.y, layer } : null;
    const { beginning, points } = gesture;
    const forget = beginning && keepStroke(newId(), beginning, points);
    this.after(() => gesture.stroke?.end(), forget);
  }

  /** Paints a stroke that was drawn before the page was closed; it is kept until it is a step. */
  again({ id, points, settings, brush }: WaitingStroke): Promise<void> {
    const composition = useComposition.getState().id;
    const forget = () => composition && forgetStroke(composition, id);
    return this.after(() => {
      this.strokes.settings.setState(settings);
      const stroke = this.strokes.open(brush);
      stroke?.extend(points);
      return stroke?.end();
    }, forget);
  }

  cancel(): void {
    const { gesture } = this;
    if (!gesture) return;
    this.gesture = null;
    this.after(async () => {
      await gesture.stroke?.cancel();
      useComposition.getState().show(null);
    });
  }

  /** @param ended called when nothing more comes of it */
  private after(
    step: () => Promise<void> | undefined | void,
    ended?: (() => unknown) | null,
  ): Promise<void> {
    this.line = this.line
      .then(step)
      .catch((error: unknown) => {
        useComposition.getState().show(null);
        tellProblem(`The stroke could not be finished. ${wordsOf(error)}`);
      })
      .finally(() => ended?.());
    trackStroke(this.line);
    return this.line;
  }
}

function strokePoint({ x, y, pressure }: PointerSample): StrokePoint {
  return { x, y, pressure };
}
