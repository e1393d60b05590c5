import { amount, colour, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const snow = defineGenerated({
  kind: 'snow',
  version: 1,
  words: 'Snow',
  group: 'atmosphere',
  finds: ['flakes', 'winter', 'weather', 'falling', 'blizzard'],
  blending: 'normal',
  looksAt: [],
  takesLight: 'colour',
  fields: {
    density: amount('How much', { least: 0, most: 5, track: [0, 2], start: 1, unit: '%' }),
    size: amount('Size', { least: 0.3, most: 40, track: [0.5, 12], start: 3, unit: 'px' }),
    depth: amount('Depth', { ...SHARE, start: 0.7 }),
    near: amount('Near ones', { ...SHARE, start: 0.5 }),
    wind: amount('Wind', { least: -75, most: 75, start: 12, unit: '°' }),
    motion: amount('Motion', { least: 0, most: 20, track: [0, 8], start: 2.2, unit: '' }),
    strength: amount('Strength', { ...SHARE, start: 0.85 }),
    colour: colour('Colour', { r: 240, g: 244, b: 248 }),
  },
});
