import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

export const posterise = defineStep({
  kind: 'posterise',
  version: 1,
  words: 'Posterise',
  group: 'Colour',
  finds: ['few tones', 'bands', 'print', 'flat colours', 'steps of tone'],
  on: 'content',
  fields: {
    tones: amount('Tones', { least: 2, most: 64, track: [2, 24], start: 64, unit: '' }),
    softness: amount('Softness', { ...SHARE, start: 0.1 }),
  },
  neutral: () => false,
  sample: { tones: 5 },
});
