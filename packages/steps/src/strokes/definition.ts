import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

export const strokes = defineStep({
  kind: 'strokes',
  version: 1,
  words: 'Strokes',
  group: 'Painted',
  finds: ['painterly', 'painted', 'brush', 'impression', 'canvas'],
  on: 'content',
  fields: {
    size: amount('Largest brush', { least: 2, most: 120, track: [3, 60], start: 18, unit: 'px' }),
    sizes: amount('Brushes', { least: 1, most: 5, start: 3, unit: '' }),
    length: amount('Length', { least: 1, most: 12, start: 5, unit: '' }),
    detail: amount('Follows detail', { ...SHARE, start: 0.5 }),
    cover: amount('How many', { least: 0.2, most: 3, track: [0.3, 2], start: 1, unit: '%' }),
    opacity: amount('Paint', { ...SHARE, start: 0.9 }),
    bristles: amount('Bristles', { ...SHARE, start: 0.5 }),
    relief: amount('Thick paint', { ...SHARE, start: 0.25 }),
    colours: amount('Colours differ', { ...SHARE, start: 0.15 }),
    smear: amount('Smear', { ...SHARE, start: 0.2 }),
    seed: amount('Seed', { least: 0, most: 999, start: 1, unit: '' }),
  },
  neutral: () => false,
  sample: {},
});
