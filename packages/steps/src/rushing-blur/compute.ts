import { growRect, type Point, type Rect, uniteRects } from '@diplex/document';
import { meanAlong, roundsAlong, tapsAlong } from '../along-way';
import { blurInLight } from '../blur-in-light';
import type { GatherComputation, StepFrame } from '../computation';
import type { ValuesOf } from '../fields';
import { farthestFrom, placeIn } from '../frame-places';
import type { rushingBlur } from './definition';

type Values = ValuesOf<typeof rushingBlur.fields>;

/** The longest way that anything of the frame goes, in pixels of a drawing. */
function longest({ growth }: Values, middle: Point, frame: StepFrame, scale: number): number {
  return growth * farthestFrom(frame, middle) * scale;
}

/** All that a rectangle passes over while it grows about a place by a factor, half of it before and half behind. */
function grownAbout({ x, y, width, height }: Rect, middle: Point, factor: number): Rect {
  const by = (size: number) => ({
    x: middle.x + (x - middle.x) * size,
    y: middle.y + (y - middle.y) * size,
    width: width * size,
    height: height * size,
  });
  return uniteRects(by(Math.sqrt(factor)), by(1 / Math.sqrt(factor)));
}

/** The mean over growing about a place, as of what the camera rushes towards while the shutter is open. */
export const computeRushingBlur: GatherComputation<Values> = {
  ...blurInLight,
  looks(values, part, frame, scale) {
    const middle = placeIn(frame, values.middle);
    const taps = tapsAlong(roundsAlong(longest(values, middle, frame, scale))) / scale;
    return growRect(grownAbout(growRect(part, taps), middle, 1 + values.growth), 2 * taps);
  },
  gather(values, from, { part, scale, frame }) {
    const place = placeIn(frame, values.middle);
    const middle = { x: place.x * scale, y: place.y * scale };
    const factor = 1 + values.growth;
    const way = (share: number) => {
      const size = factor ** share;
      return [size, 0, 0, size, middle.x * (1 - size), middle.y * (1 - size)] as const;
    };
    const rounds = roundsAlong(longest(values, place, frame, scale));
    return meanAlong(from, way, rounds, part, (share, rect) =>
      grownAbout(rect, middle, factor ** share),
    );
  },
};
