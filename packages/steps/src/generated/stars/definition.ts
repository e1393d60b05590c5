import { amount, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const stars = defineGenerated({
  kind: 'stars',
  version: 1,
  words: 'Stars',
  group: 'atmosphere',
  finds: ['night', 'sky', 'galaxy', 'milky way', 'space'],
  blending: 'plus-lighter',
  looksAt: [],
  idle: ({ band }) => (band === 0 ? ['from', 'to'] : []),
  fields: {
    density: amount('How many', { least: 0, most: 4, track: [0, 2], start: 1, unit: '%' }),
    size: amount('Size', { least: 0.2, most: 6, track: [0.4, 3], start: 1, unit: 'px' }),
    bright: amount('Brightness', { least: 0, most: 4, track: [0, 2], start: 1, unit: '%' }),
    range: amount('Few are bright', { ...SHARE, start: 0.6 }),
    colours: amount('Colours', { ...SHARE, start: 0.5 }),
    rays: amount('Rays of the brightest', { ...SHARE, start: 0 }),
    band: amount('Band of dust', { ...SHARE, start: 0.35 }),
    from: place('The band comes from', { x: 0.1, y: 0.9 }),
    to: place('and goes to', { x: 0.8, y: 0.05 }),
  },
});
