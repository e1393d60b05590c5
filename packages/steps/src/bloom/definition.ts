import { defineStep } from '../definition';
import { amount, colour, SHARE } from '../fields';

export const bloom = defineStep({
  kind: 'bloom',
  version: 1,
  words: 'Bloom',
  group: 'Light',
  finds: ['light bloom', 'glow', 'bright', 'dreamy', 'halation', 'lamps'],
  on: 'content',
  fields: {
    strength: amount('Strength', { least: 0, most: 4, track: [0, 2], start: 0.6, unit: '%' }),
    limit: amount('Bright from', { ...SHARE, start: 0.7 }),
    size: amount('Size', { least: 0, most: 1000, track: [0, 200], start: 40, unit: 'px' }),
    colour: colour('Tinted', { r: 255, g: 255, b: 255 }),
  },
  neutral: ({ strength, size }) => strength === 0 || size === 0,
  sample: { strength: 1.2, limit: 0.45, size: 30 },
});
