import { defineStep } from '../definition';
import { amount } from '../fields';

export const exposure = defineStep({
  kind: 'exposure',
  version: 1,
  words: 'Exposure',
  group: 'Light',
  finds: ['brighter', 'darker', 'lighter', 'stops', 'more light', 'less light', 'night'],
  on: 'content',
  fields: {
    stops: amount('Stops', { least: -10, most: 10, track: [-4, 4], start: 0, unit: 'stops' }),
  },
  neutral: ({ stops }) => stops === 0,
  sample: { stops: 1 },
});
