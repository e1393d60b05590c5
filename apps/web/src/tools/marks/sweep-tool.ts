import { USUAL_BAND } from '@diplex/core';
import {
  growthOf,
  invert,
  type Marked,
  type MarkedStroke,
  type PickedPart,
  type Point,
  type Rect,
  type StrokeMark,
  transform,
} from '@diplex/document';
import { useHand } from '../../bench/hand-store';
import { type MaskInHand, maskInHand, whyNot } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { newPickedPart, type PickWork, queuePick } from '../../picks/run-pick';
import type { PointerSample, Tool } from '../../picture/tool';
import { alongStrand } from './along-strand';
import { useMarking } from './settings';

/** Sweep and Marks: strokes that say what belongs to the thing; on release it is cut at its edges. */
abstract class MarkingTool implements Tool {
  private target: MaskInHand | null = null;
  private points: Point[] = [];
  private mark: StrokeMark = 'keep';
  /** Whether it marks what the solver has to work out, too. */
  protected readonly takesUnsure: boolean = false;

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    this.target = target;
    const { mark } = useMarking.getState();
    const meant = this.takesUnsure || mark !== 'unsure' ? mark : 'keep';
    this.mark = at.otherButton ? (meant === 'keep' ? 'drop' : 'keep') : meant;
    this.points = [];
    this.move([at]);
  }

  move(through: readonly PointerSample[]): void {
    const { target } = this;
    if (!target) return;
    const toMask = invert(target.matrix);
    this.points.push(...through.map((at) => transform(toMask, at)));
    if (this.drawsBox()) {
      const rect = this.box();
      useHand.getState().take({ draft: { kind: 'frame', shape: 'box', rect, map: target.matrix } });
    } else if (!this.drawsPlace()) {
      const draft = {
        kind: 'strokes' as const,
        strokes: [this.stroke(target)],
        map: target.matrix,
      };
      useHand.getState().take({ draft });
    }
  }

  end(at: PointerSample): void {
    this.move([at]);
    const { target } = this;
    this.target = null;
    if (!target || this.points.length === 0) return;
    const [box, place] = [
      this.drawsBox() ? this.box() : null,
      this.drawsPlace() ? this.points[0] : null,
    ];
    if (box) useHand.getState().take({ draft: null });
    const stroke = this.stroke(target);
    if (this.drawsStrand() && this.points.length > 1) {
      void alongStrand(target, stroke).then((marks) => {
        if (marks) this.pick(target, (now) => this.withStrand(now, marks));
      });
      return;
    }
    const marked: Marked = place ? { mark: this.mark, fill: place } : stroke;
    this.pick(target, (now) => (box ? this.withBox(now, box) : this.withMarks(now, [marked])));
  }

  private pick(target: MaskInHand, work: (now: MaskInHand) => PickWork | null): void {
    queuePick(() => {
      // The part in hand is looked up now: the stroke before this one may have made it.
      const now = maskInHand();
      if (!now || whyNot(now)) return null;
      if (now.layer.id !== target.layer.id) return null;
      return work(now);
    });
  }

  cancel(): void {
    if (!this.target) return;
    this.target = null;
    useHand.getState().take({ draft: null });
  }

  protected abstract drawsBox(): boolean;
  protected abstract drawsPlace(): boolean;
  protected abstract drawsStrand(): boolean;
  protected abstract withMarks(target: MaskInHand, marks: readonly Marked[]): PickWork | null;
  protected abstract withBox(target: MaskInHand, box: Rect): PickWork | null;
  protected abstract withStrand(target: MaskInHand, marks: readonly Marked[]): PickWork | null;

  private stroke(target: MaskInHand): MarkedStroke {
    return {
      mark: this.mark,
      radius: useMarking.getState().radius / growthOf(target.matrix),
      points: this.points.map(({ x, y }) => ({ x: rounded(x), y: rounded(y) })),
    };
  }

  private box(): Rect {
    const [from, to] = [this.points[0], this.points.at(-1)];
    if (!from || !to) return { x: 0, y: 0, width: 0, height: 0 };
    return {
      ...{ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y) },
      ...{ width: Math.abs(to.x - from.x), height: Math.abs(to.y - from.y) },
    };
  }
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10;
}

function pickedInHand({ part }: MaskInHand): PickedPart | null {
  return part?.kind === 'picked' ? part : null;
}

class SweepTool extends MarkingTool {
  protected drawsBox = () => useMarking.getState().sweepForm === 'box';
  protected drawsPlace = () => false;
  protected drawsStrand = () => false;
  protected withStrand = () => null;

  protected withMarks(target: MaskInHand, [marked]: readonly Marked[]): PickWork | null {
    if (!marked || 'fill' in marked) return null;
    const words = `Sweep on ${target.layer.name}`;
    const part = pickedInHand(target);
    if (part?.recipe.by === 'sweep') {
      const recipe = { ...part.recipe, strokes: [...part.recipe.strokes, marked] };
      return { words, target, isNew: false, part: { ...part, recipe } };
    }
    // The first sweep of a part is over its thing; how the part combines says what becomes of it.
    const first = { ...marked, mark: 'keep' as const };
    const from = useHand.getState().pickedFrom;
    const recipe = { by: 'sweep' as const, from, strokes: [first], box: null };
    return { words, target, isNew: true, part: newPickedPart(target, 'Sweep', recipe) };
  }

  protected withBox(target: MaskInHand, box: Rect): PickWork | null {
    if (box.width < 2 || box.height < 2) return null;
    const from = useHand.getState().pickedFrom;
    const recipe = { by: 'sweep' as const, from, strokes: [], box };
    const part = newPickedPart(target, 'Sweep', recipe);
    return { words: `Sweep on ${target.layer.name}`, target, isNew: true, part };
  }
}

class MarksTool extends MarkingTool {
  protected override readonly takesUnsure = true;
  protected drawsBox = () => false;
  protected drawsPlace = () => useMarking.getState().marksForm === 'fill';
  protected drawsStrand = () => useMarking.getState().marksForm === 'strand';
  protected withBox = () => null;

  protected withMarks(target: MaskInHand, marks: readonly Marked[]): PickWork | null {
    const words = `Marks on ${target.layer.name}`;
    const part = pickedInHand(target);
    if (part?.recipe.by === 'marks') {
      const recipe = { ...part.recipe, marks: [...part.recipe.marks, ...marks] };
      return { words, target, isNew: false, part: { ...part, recipe } };
    }
    const from = useHand.getState().pickedFrom;
    const recipe = { by: 'marks' as const, from, marks };
    return { words, target, isNew: true, part: newPickedPart(target, 'Marks', recipe) };
  }

  /** What a strand covers has to be solved; so is a narrow band along the rest of the edge, unless one was chosen. */
  protected withStrand(target: MaskInHand, marks: readonly Marked[]): PickWork | null {
    const work = this.withMarks(target, marks);
    if (!work) return null;
    const part = { ...work.part, solved: work.part.solved ?? USUAL_BAND.hard };
    return { ...work, part, words: `Strand on ${target.layer.name}` };
  }
}

export const sweepTool = new SweepTool();
export const marksTool = new MarksTool();
