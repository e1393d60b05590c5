import { defineStep } from '../definition';
import { amount, choice, colour, SHARE } from '../fields';

export const glow = defineStep({
  kind: 'glow',
  version: 2,
  words: 'Glow',
  group: 'Round the edge',
  finds: [
    'halo',
    'shine',
    'aura',
    'rim light',
    'edge light',
    'neon',
    'backlit',
    'flames',
    'aurora',
  ],
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
    texture: amount('Texture', { ...SHARE, start: 0 }),
    waves: amount('Texture size', { least: 2, most: 1000, track: [2, 200], start: 40, unit: 'px' }),
    seed: amount('Seed', { least: 0, most: 9999, start: 1, unit: '' }),
  },
  idle: ({ texture }) => (texture > 0 ? [] : ['waves', 'seed']),
  migrations: { 1: (values) => ({ ...values, texture: 0, waves: 40, seed: 1 }) },
  blending: 'screen',
  neutral: ({ size }) => size === 0,
  sample: { size: 60, solid: 0.5 },
});
