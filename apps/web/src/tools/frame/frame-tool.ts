import { invert, newId, type Point, type Rect, transform } from '@diplex/document';
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
import type { PointerSample, Tool } from '../../picture/tool';
import { useFraming } from './settings';

/** The least extent, in mask pixels, that makes a part. */
const LEAST = 0.5;

const NAMES = { box: 'Box', oval: 'Oval' } as const;

/** Draws a box or an oval in the layer's own directions, from a corner or from the centre. */
class FrameTool implements Tool {
  private target: MaskInHand | null = null;
  private from: Point | null = null;
  private rect: Rect | null = null;

  constructor(private readonly shape: 'box' | 'oval') {}

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    this.target = target;
    this.from = transform(invert(target.matrix), at);
  }

  move(through: readonly PointerSample[]): void {
    const at = through.at(-1);
    if (!this.target || !this.from || !at) return;
    this.rect = this.drawnTo(this.target, this.from, at);
    const { shape, rect, target } = this;
    useHand.getState().take({ draft: { kind: 'frame', shape, rect, map: target.matrix } });
  }

  end(at: PointerSample): void {
    this.move([at]);
    const { target, rect } = this;
    this.cancel();
    if (!target || !rect || rect.width < LEAST || rect.height < LEAST) return;
    const { combine } = useHand.getState();
    const part = {
      ...{ id: newId(), kind: this.shape, name: freshName(target.mask, NAMES[this.shape]) },
      ...{ shown: true, combine, feather: 0, inverted: false, ...rect },
    };
    commitPart(target, part, startFor(combine === 'subtract'));
  }

  cancel(): void {
    this.target = null;
    this.from = null;
    this.rect = null;
    useHand.getState().take({ draft: null });
  }

  /** Shift and Alt turn the chosen way of drawing into the other one for as long as they are held. */
  private drawnTo(target: MaskInHand, from: Point, at: PointerSample): Rect {
    const frame = useFraming.getState();
    const square = (frame.shape === 'square') !== at.shift;
    const centred = (frame.from === 'centre') !== at.alt;
    const to = transform(invert(target.matrix), at);
    let [width, height] = [to.x - from.x, to.y - from.y];
    if (square) {
      const [a, b, c, d] = target.matrix;
      const [across, down] = [Math.hypot(a, b), Math.hypot(c, d)];
      const side = Math.max(Math.abs(width) * across, Math.abs(height) * down);
      width = (Math.sign(width || 1) * side) / across;
      height = (Math.sign(height || 1) * side) / down;
    }
    const start = centred ? { x: from.x - width, y: from.y - height } : from;
    const extent = centred ? { x: width * 2, y: height * 2 } : { x: width, y: height };
    return {
      x: Math.min(start.x, start.x + extent.x),
      y: Math.min(start.y, start.y + extent.y),
      width: Math.abs(extent.x),
      height: Math.abs(extent.y),
    };
  }
}

export const boxTool = new FrameTool('box');
export const ovalTool = new FrameTool('oval');
