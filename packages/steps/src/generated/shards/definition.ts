import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const shards = defineGenerated({
  kind: 'shards',
  version: 1,
  words: 'Shards',
  group: 'texture',
  finds: ['scatter', 'pieces', 'coming apart', 'splinters', 'dust'],
  blending: 'normal',
  looksAt: [],
  fields: {
    count: amount('How many', { least: 1, most: 4000, track: [20, 2000], start: 600, unit: '' }),
    size: amount('Size', { least: 1, most: 400, track: [2, 120], start: 26, unit: 'px' }),
    range: amount('Sizes differ', { ...SHARE, start: 0.6 }),
    slim: amount('Slim', { ...SHARE, start: 0.35 }),
    from: place('From', { x: 0.45, y: 0.5 }),
    to: place('To', { x: 0.8, y: 0.4 }),
    spread: amount('Spread', { least: 0.01, most: 3, track: [0.02, 1], start: 0.4, unit: '%' }),
    inward: amount('Eats into it', { ...SHARE, start: 0.25 }),
    falloff: amount('Falls off', { least: 0.2, most: 5, start: 1.6, unit: '' }),
    turn: amount('Turned', { ...SHARE, start: 1 }),
    colour: colour('Colour', { r: 255, g: 255, b: 255 }),
  },
});
