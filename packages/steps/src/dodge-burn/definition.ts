import { defineStep } from '../definition';
import { amount, choice } from '../fields';

export const dodgeBurn = defineStep({
  kind: 'dodge-burn',
  version: 1,
  words: 'Dodge and burn',
  group: 'By brush',
  finds: ['dodge', 'burn', 'lighten', 'darken', 'brush'],
  on: 'content',
  fields: {
    tones: choice(
      'Tones',
      [
        ['all', 'all'],
        ['lights', 'lights'],
        ['mids', 'mids'],
        ['darks', 'darks'],
      ],
      'all',
    ),
    stops: amount('At most', { least: -4, most: 4, track: [0, 2], start: 1, unit: 'stops' }),
  },
  neutral: ({ stops }) => stops === 0,
  brushed: {
    does: 'Dodge',
    undoes: 'Burn',
    against: ({ tones, stops }) => ({ tones, stops: -stops }),
  },
  sample: { stops: 1 },
});
