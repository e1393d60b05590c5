import { amount, colour, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const dust = defineGenerated({
  kind: 'dust',
  version: 1,
  words: 'Dust',
  group: 'texture',
  finds: ['specks', 'hairs', 'old', 'film', 'dirt'],
  blending: 'normal',
  looksAt: [],
  fields: {
    density: amount('How much', { least: 0, most: 5, track: [0, 2], start: 0.7, unit: '%' }),
    size: amount('Size', { least: 0.3, most: 30, track: [0.5, 10], start: 2.2, unit: 'px' }),
    hairs: amount('Hairs', { ...SHARE, start: 0.3 }),
    strength: amount('Strength', { ...SHARE, start: 0.6 }),
    colour: colour('Colour', { r: 232, g: 228, b: 220 }),
  },
});
