import { defineStep } from '../definition';
import { amount, choice, curve, isStraight } from '../fields';
import { movedEdge } from '../moved';

export const shear = defineStep({
  kind: 'shear',
  version: 1,
  words: 'Shear',
  group: 'Shape',
  finds: ['along a curve', 'lean', 'flag', 'slant', 'bend'],
  on: 'content',
  fields: {
    way: choice(
      'Moves',
      [
        ['across', 'to the side'],
        ['down', 'up and down'],
      ],
      'across',
    ),
    strength: amount('Strength', { least: -1, most: 1, start: 0.3, unit: '%' }),
    along: curve('Along'),
    edge: movedEdge,
  },
  neutral: ({ strength, along }) => strength === 0 || isStraight(along),
  sample: {
    along: [
      [0, 0],
      [0.35, 0.75],
      [0.65, 0.25],
      [1, 1],
    ],
  },
});
