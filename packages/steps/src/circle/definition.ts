import { defineStep } from '../definition';
import { amount, choice, SHARE } from '../fields';
import { movedEdge } from '../moved';

export const circle = defineStep({
  kind: 'circle',
  version: 1,
  words: 'Wrap to circle',
  group: 'Shape',
  finds: ['planet', 'polar', 'tunnel', 'round', 'vortex', 'unwrap', 'back'],
  on: 'content',
  fields: {
    way: choice(
      'Goes',
      [
        ['to', 'to a circle'],
        ['back', 'back from one'],
      ],
      'to',
    ),
    middle: choice(
      'In the middle',
      [
        ['bottom', 'its bottom edge'],
        ['top', 'its top edge'],
      ],
      'bottom',
    ),
    turn: amount('Turned', { least: -180, most: 180, start: 0, unit: '°' }),
    blend: amount('Seam blended', { ...SHARE, track: [0, 0.5], start: 0.1 }),
    edge: movedEdge,
  },
  idle: ({ way }) => (way === 'back' ? ['blend'] : []),
  neutral: () => false,
  sample: {},
});
