import { defineStep } from '../definition';
import { amount, choice, colour, SHARE } from '../fields';

export const glow = defineStep({
  kind: 'glow',
  version: 1,
  words: 'Glow',
  group: 'Round the edge',
  finds: ['halo', 'shine', 'aura', 'rim light', 'edge light', 'neon', 'backlit'],
  on: 'covered',
  fields: {
    way: choice(
      'Goes',
      [
        ['outward', 'outward'],
        ['inward', 'inward'],
      ],
      'outward',
    ),
    colour: colour('Colour', { r: 255, g: 214, b: 150 }),
    size: amount('Size', { least: 0, most: 1000, track: [0, 200], start: 40, unit: 'px' }),
    solid: amount('Solid', { ...SHARE, start: 0.2 }),
  },
  blending: 'screen',
  neutral: ({ size }) => size === 0,
  sample: { size: 60, solid: 0.5 },
});
