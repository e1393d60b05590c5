import { defineStep } from '../definition';
import { amount, BOTH_WAYS, place, SHARE } from '../fields';

export const vignette = defineStep({
  kind: 'vignette',
  version: 1,
  words: 'Vignette',
  group: 'Light',
  finds: ['darker edges', 'darker corners', 'lighter edges', 'draw the eye', 'spotlight'],
  on: 'content',
  fields: {
    strength: amount('Darker', { ...BOTH_WAYS, start: 0 }),
    size: amount('Size', { least: 0.05, most: 2, start: 0.7, unit: '%' }),
    softness: amount('Softness', { least: 0.02, most: 1, start: 0.6, unit: '%' }),
    roundness: amount('Roundness', { ...SHARE, start: 0 }),
    middle: place('Middle', { x: 0.5, y: 0.5 }),
  },
  neutral: ({ strength }) => strength === 0,
  sample: { strength: 0.7 },
});
