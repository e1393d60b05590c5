import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { amount, place } from '../fields';

export const rushingBlur = defineStep({
  kind: 'rushing-blur',
  version: 1,
  words: 'Rushing blur',
  group: 'Sharpness',
  finds: ['from a point', 'speed', 'towards the viewer', 'burst', 'tunnel'],
  on: 'content',
  fields: {
    growth: amount('Grows by', { least: 0, most: 2, track: [0, 0.6], start: 0.15, unit: '%' }),
    middle: place('From', { x: 0.5, y: 0.5 }),
    edge: blurEdge,
  },
  neutral: ({ growth }) => growth === 0,
  sample: { growth: 0.5 },
});
