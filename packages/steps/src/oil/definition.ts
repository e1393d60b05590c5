import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

export const oil = defineStep({
  kind: 'oil',
  version: 1,
  words: 'Oil',
  group: 'Painted',
  finds: ['painterly', 'painted', 'smooth', 'poster', 'flat'],
  on: 'content',
  fields: {
    size: amount('Brush', { least: 1, most: 60, track: [1, 24], start: 6, unit: 'px' }),
    sharp: amount('Sharpness', { least: 1, most: 20, start: 8, unit: '' }),
    along: amount('Along the picture', { ...SHARE, start: 0.7 }),
  },
  neutral: () => false,
  sample: { size: 20 },
});
