import { defineStep } from '../definition';
import { curve, isStraight } from '../fields';

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
  sample: {
    all: [
      [0, 0],
      [0.25, 0.17],
      [0.75, 0.83],
      [1, 1],
    ],
  },
});
