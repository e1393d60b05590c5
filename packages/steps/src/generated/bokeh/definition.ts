import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const bokeh = defineGenerated({
  kind: 'bokeh',
  version: 1,
  words: 'Bokeh',
  group: 'atmosphere',
  finds: ['lights', 'discs', 'out of focus', 'party', 'night'],
  blending: 'plus-lighter',
  looksAt: [],
  fields: {
    count: amount('How many', { least: 1, most: 1000, track: [5, 400], start: 110, unit: '' }),
    size: amount('Size', { least: 1, most: 300, track: [4, 120], start: 34, unit: 'px' }),
    range: amount('Sizes differ', { ...SHARE, start: 0.5 }),
    blades: amount('Blades', { least: 3, most: 12, start: 7, unit: '' }),
    roundness: amount('Roundness', { ...SHARE, start: 0.75 }),
    rim: amount('Bright rims', { ...SHARE, start: 0.35 }),
    soft: amount('Softness', { ...SHARE, start: 0.15 }),
    where: place('About', { x: 0.5, y: 0.45 }),
    spread: amount('Spread', { least: 0.02, most: 3, track: [0.05, 1.5], start: 0.6, unit: '%' }),
    bright: amount('Brightness', { least: 0, most: 3, track: [0, 1.5], start: 0.6, unit: '%' }),
    first: colour('First colour', { r: 255, g: 186, b: 84 }),
    second: colour('Second colour', { r: 255, g: 226, b: 178 }),
    third: colour('Third colour', { r: 96, g: 176, b: 190 }),
  },
});
