import { defineStep } from '../definition';
import { amount } from '../fields';

export const softenSharpen = defineStep({
  kind: 'soften-sharpen',
  version: 1,
  words: 'Soften and sharpen',
  group: 'By brush',
  finds: ['soften', 'sharpen', 'blur', 'brush', 'focus'],
  on: 'content',
  fields: {
    strength: amount('At most', { least: -3, most: 3, track: [0, 1], start: 1, unit: '%' }),
    radius: amount('Radius', { least: 0.3, most: 100, track: [0.3, 20], start: 2, unit: 'px' }),
  },
  neutral: ({ strength }) => strength === 0,
  brushed: {
    does: 'Sharpen',
    undoes: 'Soften',
    against: ({ strength, radius }) => ({ strength: -strength, radius }),
  },
  sample: { strength: 3, radius: 12 },
});
