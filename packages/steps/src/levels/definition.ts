import { defineStep } from '../definition';
import { amount, choice, SHARE } from '../fields';

export const levels = defineStep({
  kind: 'levels',
  version: 1,
  words: 'Levels',
  group: 'Light',
  finds: ['black point', 'white point', 'contrast', 'brighter', 'darker', 'fade', 'haze'],
  on: 'content',
  fields: {
    channel: choice(
      'Channel',
      [
        ['all', 'all'],
        ['red', 'red'],
        ['green', 'green'],
        ['blue', 'blue'],
      ],
      'all',
    ),
    black: amount('Black', { ...SHARE, start: 0 }),
    middle: amount('Middle', { least: 0.1, most: 10, track: [0.2, 3], start: 1, unit: '' }),
    white: amount('White', { ...SHARE, start: 1 }),
    darkest: amount('Darkest', { ...SHARE, start: 0 }),
    lightest: amount('Lightest', { ...SHARE, start: 1 }),
  },
  neutral: ({ black, middle, white, darkest, lightest }) =>
    black === 0 && white === 1 && middle === 1 && darkest === 0 && lightest === 1,
  holds: ({ black, white }) =>
    white - black >= 0.001
      ? null
      : { field: 'white', says: 'must lie above the black point by a thousandth at least' },
  sample: { black: 0.08, middle: 1.25, white: 0.9 },
});
