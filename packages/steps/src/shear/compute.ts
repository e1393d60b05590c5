import { growRect, invert, multiply, scaling } from '@diplex/document';
import type { GatherComputation, StepFrame } from '../computation';
import { curveThrough } from '../curves/curve-through';
import type { ValuesOf } from '../fields';
import { moves, takenFrom, withNeighbours } from '../moved';
import type { shear } from './definition';

type Values = ValuesOf<typeof shear.fields>;

/** The way from one side of what it works on to the other, along which everything moves, in composition pixels. */
function wayOf({ way }: Values, { toShares }: StepFrame): readonly [x: number, y: number] {
  const [a, b, c, d] = invert(toShares);
  return way === 'across' ? [a, b] : [c, d];
}

/** Moves every row to the side (or every column up and down) as far as a curve lies off the straight line. */
export const computeShear: GatherComputation<Values> = {
  ...moves,
  looks(values, part, frame, scale) {
    const [x, y] = wayOf(values, frame);
    return growRect(withNeighbours(part, scale), Math.abs(values.strength) * Math.hypot(x, y));
  },
  gather(values, from, asked) {
    const { scale, frame } = asked;
    const [across, down] = wayOf(values, frame).map((each) => each * scale) as [number, number];
    const [a, b, c, d, e, f] = multiply(frame.toShares, scaling(1 / scale, 1 / scale));
    const curve = curveThrough(values.along);
    return takenFrom(from, asked, values, (x, y) => {
      const t = values.way === 'across' ? b * x + d * y + f : a * x + c * y + e;
      const at = Math.max(0, Math.min(1, t));
      const by = values.strength * Math.max(-1, Math.min(1, curve(at) - at));
      return { x: x - by * across, y: y - by * down };
    });
  },
};
