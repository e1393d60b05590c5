import { defineStep } from '../definition';
import { amount, choice } from '../fields';

export const blur = defineStep({
  kind: 'blur',
  version: 1,
  words: 'Blur',
  group: 'Sharpness',
  finds: ['softer', 'smooth', 'out of focus', 'unsharp', 'distance'],
  on: 'content',
  fields: {
    size: amount('Size', { least: 0, most: 1000, track: [0, 100], start: 8, unit: 'px' }),
    edge: choice(
      'Its edge',
      [
        ['kept', 'kept'],
        ['softened', 'softened'],
      ],
      'kept',
    ),
  },
  neutral: ({ size }) => size === 0,
  sample: { size: 30 },
});
