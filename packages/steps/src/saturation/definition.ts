import { defineStep } from '../definition';
import { amount, BOTH_WAYS, SHARE } from '../fields';

export const saturation = defineStep({
  kind: 'saturation',
  version: 1,
  words: 'Saturation',
  group: 'Colour',
  finds: ['more colour', 'less colour', 'vivid', 'muted', 'dull', 'skin', 'enrich', 'drain'],
  on: 'content',
  fields: {
    saturation: amount('Saturation', { ...BOTH_WAYS, most: 2, track: [-1, 1] }),
    spareVivid: amount('Spare vivid colours', { ...SHARE, start: 0 }),
    spareSkin: amount('Spare skin', { ...SHARE, start: 0 }),
  },
  neutral: ({ saturation }) => saturation === 0,
  sample: { saturation: 0.5, spareVivid: 0.5 },
});
