import { invert, newId, type Point, type RampPart, transform } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
  withPart,
} from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { useCamera } from '../../picture/camera-store';
import type { PointerSample, Tool } from '../../picture/tool';
import { useRamping } from './settings';

/** A ramp shorter than this, in window pixels, was not meant. */
const LEAST = 6;
/** With Shift the way goes in steps of this many degrees. */
const STEP = 15;

/** The end of a way whose direction is one of the steps. */
export function inSteps(from: Point, to: Point): Point {
  const length = Math.hypot(to.x - from.x, to.y - from.y);
  const step = (STEP * Math.PI) / 180;
  const angle = Math.round(Math.atan2(to.y - from.y, to.x - from.x) / step) * step;
  return { x: from.x + length * Math.cos(angle), y: from.y + length * Math.sin(angle) };
}

/** Draws a ramp: from where it is full to where nothing is left. */
class RampTool implements Tool {
  private target: MaskInHand | null = null;
  private from: Point | null = null;
  private part: RampPart | null = null;

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    this.target = target;
    this.from = { x: at.x, y: at.y };
  }

  move(through: readonly PointerSample[]): void {
    const { target, from } = this;
    const at = through.at(-1);
    if (!target || !from || !at) return;
    const to = at.shift ? inSteps(from, at) : { x: at.x, y: at.y };
    if (Math.hypot(to.x - from.x, to.y - from.y) * useCamera.getState().zoom < LEAST) return;
    const { combine, take } = useHand.getState();
    const { shape, falloff } = useRamping.getState();
    const toMask = invert(target.matrix);
    this.part = {
      ...{ id: this.part?.id ?? newId(), kind: 'ramp', name: freshName(target.mask, 'Ramp') },
      ...{ shown: true, combine, feather: 0, inverted: false, shape, falloff },
      ...{ from: transform(toMask, from), to: transform(toMask, to), inner: 0, ratio: 1 },
      curve: [0.42, 0, 0.58, 1],
    };
    take({ draft: { kind: 'line', from, to } });
    const { composition, show } = useComposition.getState();
    show(withPart(composition, target, this.part, startFor(combine === 'subtract')));
  }

  end(at: PointerSample): void {
    this.move([at]);
    const { target, part } = this;
    this.forget();
    if (!target || !part) return useComposition.getState().show(null);
    commitPart(target, part, startFor(part.combine === 'subtract'));
  }

  cancel(): void {
    if (!this.from) return;
    this.forget();
    useComposition.getState().show(null);
  }

  private forget(): void {
    this.target = null;
    this.from = null;
    this.part = null;
    useHand.getState().take({ draft: null });
  }
}

export const rampTool = new RampTool();
