import { growRect, multiply, type Point, translation } from '@diplex/document';
import { meanAlong, roundsAlong, tapsAlong } from '../along-way';
import { blurInLight } from '../blur-in-light';
import type { GatherComputation, StepFrame } from '../computation';
import type { ValuesOf } from '../fields';
import { farthestFrom, placeIn, turnedBounds } from '../frame-places';
import type { turningBlur } from './definition';

type Values = ValuesOf<typeof turningBlur.fields>;

const radians = (degrees: number) => (degrees * Math.PI) / 180;

/** The longest way that anything of the frame goes, in pixels of a drawing. */
function longest({ angle }: Values, middle: Point, frame: StepFrame, scale: number): number {
  return radians(angle) * farthestFrom(frame, middle) * scale;
}

/** The mean over a turn about a place, as of a wheel while the shutter is open. */
export const computeTurningBlur: GatherComputation<Values> = {
  ...blurInLight,
  looks(values, part, frame, scale) {
    const middle = placeIn(frame, values.middle);
    const taps = tapsAlong(roundsAlong(longest(values, middle, frame, scale))) / scale;
    return growRect(turnedBounds(growRect(part, taps), middle, radians(values.angle) / 2), taps);
  },
  gather(values, from, { part, scale, frame }) {
    const place = placeIn(frame, values.middle);
    const middle = { x: place.x * scale, y: place.y * scale };
    const turn = radians(values.angle);
    const way = (share: number) => {
      const [sine, cosine] = [Math.sin(share * turn), Math.cos(share * turn)];
      const steps = [
        translation(middle.x, middle.y),
        [cosine, sine, -sine, cosine, 0, 0] as const,
        translation(-middle.x, -middle.y),
      ];
      return steps.reduce(multiply);
    };
    const rounds = roundsAlong(longest(values, place, frame, scale));
    return meanAlong(from, way, rounds, part, (share, rect) =>
      turnedBounds(rect, middle, (share * turn) / 2),
    );
  },
};
