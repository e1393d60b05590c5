import { amount, choice, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const flare = defineGenerated({
  kind: 'flare',
  version: 1,
  words: 'Flare',
  group: 'atmosphere',
  finds: ['lens', 'sun', 'lamp', 'ghosts', 'streak', 'glare'],
  blending: 'screen',
  looksAt: ['behind', 'cover'],
  idle: ({ takes }) => (takes === 'under' ? ['colour'] : []),
  fields: {
    strength: amount('Strength', { least: 0, most: 3, track: [0, 1.5], start: 0.8, unit: '%' }),
    at: place('Light', { x: 0.3, y: 0.25 }),
    size: amount('Size', { least: 0.02, most: 2, track: [0.05, 1], start: 0.3, unit: '%' }),
    glow: amount('Glow', { ...SHARE, start: 0.6 }),
    ring: amount('Ring', { ...SHARE, start: 0.25 }),
    streak: amount('Streak', { ...SHARE, start: 0.3 }),
    rays: amount('Star', { ...SHARE, start: 0.35 }),
    ghosts: amount('Ghosts', { ...SHARE, start: 0.4 }),
    blades: amount('Blades', { least: 3, most: 12, start: 7, unit: '' }),
    takes: choice(
      'Colour of',
      [
        ['under', 'what lies under it'],
        ['own', 'its own'],
      ],
      'under',
    ),
    colour: colour('Colour', { r: 255, g: 232, b: 196 }),
  },
});
