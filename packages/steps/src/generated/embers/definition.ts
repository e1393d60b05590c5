import { amount, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const embers = defineGenerated({
  kind: 'embers',
  version: 1,
  words: 'Embers',
  group: 'atmosphere',
  finds: ['sparks', 'fire', 'glow', 'flying', 'ash'],
  blending: 'plus-lighter',
  looksAt: [],
  idle: ({ trails }) => (trails === 0 ? ['long'] : []),
  fields: {
    count: amount('How many', { least: 1, most: 4000, track: [10, 1000], start: 260, unit: '' }),
    size: amount('Size', { least: 0.3, most: 20, track: [0.5, 8], start: 2, unit: 'px' }),
    from: place('From', { x: 0.5, y: 1 }),
    to: place('To', { x: 0.55, y: 0.1 }),
    spread: amount('Spread', { least: 0.01, most: 2, track: [0.02, 1], start: 0.35, unit: '%' }),
    turbulence: amount('Turbulence', { ...SHARE, start: 0.5 }),
    trails: amount('Trails', { ...SHARE, start: 0.35 }),
    long: amount('Length of trails', {
      ...{ least: 0.005, most: 1, track: [0.01, 0.4], start: 0.1, unit: '%' },
    }),
    heat: amount('Heat', { ...SHARE, start: 0.55 }),
    near: amount('Near ones', { ...SHARE, start: 0.3 }),
    bright: amount('Brightness', { least: 0, most: 4, track: [0, 2], start: 1, unit: '%' }),
  },
});
