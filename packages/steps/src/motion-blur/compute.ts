import { growRect, type Rect, uniteRects } from '@diplex/document';
import { BESIDE_LINE, lineMean } from '@diplex/imaging';
import { blurInLight } from '../blur-in-light';
import type { GatherComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { motionBlur } from './definition';

type Values = ValuesOf<typeof motionBlur.fields>;

/** The whole way across and down; angles count clockwise from the right. */
function wayOf({ length, angle }: Values, scale: number): readonly [x: number, y: number] {
  const turned = (angle * Math.PI) / 180;
  return [length * scale * Math.cos(turned), length * scale * Math.sin(turned)];
}

function alongBoth(part: Rect, x: number, y: number): Rect {
  const moved = (by: number) => ({ ...part, x: part.x + by * x, y: part.y + by * y });
  return uniteRects(moved(-0.5), moved(0.5));
}

/** The mean along a straight way, as a camera sees what passes while its shutter is open. */
export const computeMotionBlur: GatherComputation<Values> = {
  ...blurInLight,
  looks: (values, part, _, scale) =>
    growRect(alongBoth(part, ...wayOf(values, 1)), BESIDE_LINE / scale),
  gather: (values, from, { part, scale }) => lineMean(from, ...wayOf(values, scale), part),
};
