import { defineStep } from '../definition';
import { amount, choice, place } from '../fields';
import { movedEdge } from '../moved';

export const ripple = defineStep({
  kind: 'ripple',
  version: 1,
  words: 'Ripple',
  group: 'Shape',
  finds: ['water', 'waves', 'rings', 'reflection', 'wobble'],
  on: 'content',
  fields: {
    height: amount('Strength', { least: 0, most: 200, track: [0, 40], start: 8, unit: 'px' }),
    length: amount('From wave to wave', {
      ...{ least: 4, most: 1000, track: [4, 200], start: 60, unit: 'px' },
    }),
    way: choice(
      'Waves',
      [
        ['across', 'lie across'],
        ['rings', 'are rings'],
      ],
      'across',
    ),
    uneven: amount('Uneven', { least: 0, most: 1, start: 0.4, unit: '%' }),
    nearer: amount('Grow nearer', { least: 0, most: 1, start: 0, unit: '%' }),
    phase: amount('Moved on', { least: 0, most: 360, start: 0, unit: '°' }),
    middle: place('Middle', { x: 0.5, y: 0.5 }),
    edge: movedEdge,
  },
  idle: ({ way }) => (way === 'rings' ? ['nearer'] : ['middle']),
  neutral: ({ height }) => height === 0,
  sample: { height: 12, length: 40 },
});
