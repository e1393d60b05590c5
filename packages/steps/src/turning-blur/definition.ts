import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { amount, place } from '../fields';

export const turningBlur = defineStep({
  kind: 'turning-blur',
  version: 1,
  words: 'Turning blur',
  group: 'Sharpness',
  finds: ['wheel', 'round', 'vortex', 'motion', 'turn'],
  on: 'content',
  fields: {
    angle: amount('Turns by', { least: 0, most: 180, track: [0, 45], start: 10, unit: '°' }),
    middle: place('Middle', { x: 0.5, y: 0.5 }),
    edge: blurEdge,
  },
  neutral: ({ angle }) => angle === 0,
  sample: { angle: 40 },
});
