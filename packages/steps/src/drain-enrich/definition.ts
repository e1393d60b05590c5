import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

export const drainEnrich = defineStep({
  kind: 'drain-enrich',
  version: 1,
  words: 'Drain and enrich',
  group: 'By brush',
  finds: ['drain', 'enrich', 'less colour', 'more colour', 'brush'],
  on: 'content',
  fields: {
    saturation: amount('At most', { least: -1, most: 1, track: [0, 1], start: 0.6, unit: '%' }),
    spareVivid: amount('Spare vivid colours', { ...SHARE, start: 0 }),
  },
  neutral: ({ saturation }) => saturation === 0,
  brushed: {
    does: 'Enrich',
    undoes: 'Drain',
    against: (values) => ({ ...values, saturation: -values.saturation }),
  },
  sample: { saturation: 0.8 },
});
