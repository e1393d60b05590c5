import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { amount, choice, place, SHARE } from '../fields';
import { apertureFields } from '../lens-blur/definition';

export const depth = defineStep({
  kind: 'depth',
  version: 1,
  words: 'Depth',
  group: 'Sharpness',
  finds: ['plane of focus', 'depth of field', 'lens', 'out of focus', 'distance', 'ramp'],
  on: 'content',
  fields: {
    size: amount('Radius', {
      ...{ least: 0, most: 200, track: [0, 60], start: 12, unit: 'px' },
    }),
    falls: choice(
      'Falls off',
      [
        ['straight', 'straight'],
        ['round', 'round'],
        ['mask', 'by its mask'],
      ],
      'straight',
    ),
    focus: place('In focus', { x: 0.5, y: 0.7 }),
    far: place('Farthest', { x: 0.5, y: 0.1 }),
    clear: amount('Stays clear', { ...SHARE, start: 0.2 }),
    ...apertureFields,
    edge: blurEdge,
  },
  idle: ({ falls, bloom }) => [
    ...(falls === 'mask' ? (['focus', 'far', 'clear'] as const) : []),
    ...(bloom === 0 ? (['bright'] as const) : []),
  ],
  neutral: ({ size }) => size === 0,
  sample: { size: 16 },
});
