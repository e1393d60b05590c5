import { defineStep } from '../definition';
import { amount, choice } from '../fields';

export const relief = defineStep({
  kind: 'relief',
  version: 1,
  words: 'Relief',
  group: 'Shape',
  finds: ['raised', 'pressed', 'plate', 'coin', 'stamped', 'texture'],
  on: 'content',
  fields: {
    height: amount('Height', { least: 0, most: 5, track: [0, 2], start: 1, unit: '%' }),
    depth: amount('Width', { least: 0.5, most: 60, track: [0.5, 20], start: 3, unit: 'px' }),
    azimuth: amount('Light comes from', { least: 0, most: 360, start: 315, unit: '°' }),
    keeps: choice(
      'Lies',
      [
        ['grey', 'on grey'],
        ['colour', 'on its own colours'],
      ],
      'grey',
    ),
  },
  neutral: ({ height, keeps }) => height === 0 && keeps === 'colour',
  sample: {},
});
