import { amount, choice, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const rays = defineGenerated({
  kind: 'rays',
  version: 1,
  words: 'Rays',
  group: 'atmosphere',
  finds: ['light', 'sun', 'beams', 'shafts', 'window', 'lighthouse'],
  blending: 'screen',
  looksAt: ['behind', 'cover'],
  idle: ({ light }) => (light === 'own' ? ['bright'] : []),
  fields: {
    strength: amount('Strength', { least: 0, most: 3, track: [0, 1.5], start: 0.7, unit: '%' }),
    from: place('From', { x: 0.5, y: 0.1 }),
    light: choice(
      'Light of',
      [
        ['own', 'its own'],
        ['behind', 'what is bright'],
      ],
      'own',
    ),
    bright: amount('Bright from', { ...SHARE, start: 0.75 }),
    length: amount('Length', { least: 0.02, most: 3, track: [0.05, 2], start: 0.9, unit: '%' }),
    beams: amount('Beams', { ...SHARE, start: 0.5 }),
    narrow: amount('How narrow', { least: 1, most: 60, track: [2, 40], start: 14, unit: '' }),
    soft: amount('Softness', { ...SHARE, start: 0.3 }),
    colour: colour('Colour', { r: 255, g: 240, b: 214 }),
  },
});
