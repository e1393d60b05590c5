import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { amount } from '../fields';

export const motionBlur = defineStep({
  kind: 'motion-blur',
  version: 1,
  words: 'Motion blur',
  group: 'Sharpness',
  finds: ['along a direction', 'speed', 'moving', 'smear', 'shutter'],
  on: 'content',
  fields: {
    length: amount('Length', { least: 0, most: 1000, track: [0, 200], start: 30, unit: 'px' }),
    angle: amount('Direction', { least: -90, most: 90, start: 0, unit: '°' }),
    edge: blurEdge,
  },
  neutral: ({ length }) => length === 0,
  sample: { length: 40, angle: -20 },
});
