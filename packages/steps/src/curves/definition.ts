import { LUMA } from '@diplex/imaging';
import { defineStep } from '../definition';
import { type CurvePoints, curve, isStraight } from '../fields';
import { curveThrough } from './curve-through';
import { withPoint } from './with-point';

const CHANNELS = ['red', 'green', 'blue'];

export const curves = defineStep({
  kind: 'curves',
  version: 1,
  words: 'Curves',
  group: 'Light',
  finds: ['contrast', 'brighter', 'darker', 'tone curve', 'lift', 'fade', 'colour cast'],
  on: 'content',
  fields: {
    all: curve('All'),
    red: curve('Red'),
    green: curve('Green'),
    blue: curve('Blue'),
    lightness: curve('Lightness'),
  },
  neutral: (values) => Object.values(values).every(isStraight),
  picks: {
    point: {
      words: 'Point from picture',
      asks: 'a tone to make it a point of the curve',
      from: 'input',
      on: 'curve',
      take(values, colour, on) {
        const points = (values as Readonly<Record<string, CurvePoints>>)[on] ?? [];
        const channel = CHANNELS.indexOf(on);
        const luma = colour.reduce((sum, value, c) => sum + value * (LUMA[c] as number), 0);
        const x = channel < 0 ? luma : (colour[channel] as number);
        const [more, at] = withPoint(points, x, curveThrough(points)(x));
        if (at < 0) return 'The curve has a point there already, or as many as it can have.';
        return { [on]: more };
      },
    },
  },
  sample: {
    all: [
      [0, 0],
      [0.25, 0.17],
      [0.75, 0.83],
      [1, 1],
    ],
  },
});
