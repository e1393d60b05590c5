import { amount, colour, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const frame = defineGenerated({
  kind: 'frame',
  version: 1,
  words: 'Frame',
  group: 'frame',
  finds: ['border', 'passepartout', 'edge', 'print', 'line'],
  blending: 'normal',
  looksAt: [],
  idle: ({ line, shadow, rough }) => [
    ...(line === 0 ? (['lineColour', 'lineAway'] as const) : []),
    ...(shadow === 0 ? (['shadowSize'] as const) : []),
    ...(rough === 0 ? (['roughSize'] as const) : []),
  ],
  fields: {
    width: amount('Width', { least: 0, most: 0.45, track: [0, 0.2], start: 0.05, unit: '%' }),
    colour: colour('Colour', { r: 236, g: 232, b: 224 }),
    texture: amount('Texture', { ...SHARE, start: 0.15 }),
    line: amount('Inner line', { least: 0, most: 40, track: [0, 12], start: 2, unit: 'px' }),
    lineAway: amount('Line away', {
      least: 0,
      most: 0.2,
      track: [0, 0.05],
      start: 0.012,
      unit: '%',
    }),
    lineColour: colour('Its colour', { r: 120, g: 96, b: 60 }),
    round: amount('Round corners', { ...SHARE, start: 0 }),
    rough: amount('Rough edge', { ...SHARE, start: 0 }),
    roughSize: amount('Its size', { least: 2, most: 400, track: [4, 120], start: 40, unit: 'px' }),
    shadow: amount('Shadow', { ...SHARE, start: 0.35 }),
    shadowSize: amount('Its reach', {
      least: 1,
      most: 400,
      track: [1, 100],
      start: 24,
      unit: 'px',
    }),
  },
});
