import { amount, colour, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const scratches = defineGenerated({
  kind: 'scratches',
  version: 1,
  words: 'Scratches',
  group: 'texture',
  finds: ['old', 'worn', 'film', 'plate', 'damage'],
  blending: 'screen',
  looksAt: [],
  fields: {
    count: amount('How many', { least: 1, most: 2000, track: [5, 500], start: 140, unit: '' }),
    length: amount('Length', { least: 0.005, most: 1, track: [0.01, 0.5], start: 0.12, unit: '%' }),
    width: amount('Width', { least: 0.2, most: 8, track: [0.3, 4], start: 0.9, unit: 'px' }),
    angle: amount('Direction', { least: -90, most: 90, start: 80, unit: '°' }),
    spread: amount('All ways', { ...SHARE, start: 0.25 }),
    curl: amount('Bent', { ...SHARE, start: 0.3 }),
    strength: amount('Strength', { ...SHARE, start: 0.5 }),
    colour: colour('Colour', { r: 236, g: 232, b: 224 }),
  },
});
