import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

export const sharpen = defineStep({
  kind: 'sharpen',
  version: 2,
  words: 'Sharpen',
  group: 'Sharpness',
  finds: ['sharper', 'crisp', 'detail', 'clarity', 'unsharp mask', 'local contrast'],
  on: 'content',
  fields: {
    strength: amount('Strength', { least: 0, most: 5, track: [0, 2], start: 0.8, unit: '%' }),
    radius: amount('Radius', { least: 0.3, most: 200, track: [0.3, 20], start: 1.2, unit: 'px' }),
    spareNoise: amount('Spare noise', {
      least: 0,
      most: 0.2,
      track: [0, 0.05],
      start: 0,
      unit: '%',
    }),
    spareEdges: amount('Spare edges', { ...SHARE, start: 0 }),
    spareSkin: amount('Spare skin', { ...SHARE, start: 0 }),
  },
  neutral: ({ strength }) => strength === 0,
  migrations: { 1: (values) => ({ ...values, spareEdges: 0, spareSkin: 0 }) },
  sample: { strength: 1.5, radius: 4 },
});
