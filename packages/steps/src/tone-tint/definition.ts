import { defineStep } from '../definition';
import { amount, asBytes, choice, colour, list, SHARE } from '../fields';

/** Colours stand so far apart at least, of the way from dark to light. */
export const LEAST_BETWEEN = 0.01;

export const toneTint = defineStep({
  kind: 'tone-tint',
  version: 1,
  words: 'Tone tint',
  group: 'Colour',
  finds: ['tones to colours', 'gradient', 'two colours', 'split tone', 'duotone', 'dusk', 'grade'],
  on: 'content',
  fields: {
    colours: list('Colours', {
      one: 'colour',
      least: 2,
      most: 5,
      of: {
        at: amount('At', { ...SHARE, start: 0.5 }),
        colour: colour('Colour', { r: 128, g: 128, b: 128 }),
      },
      start: [
        { at: 0, colour: { r: 24, g: 32, b: 66 } },
        { at: 1, colour: { r: 255, g: 231, b: 190 } },
      ],
    }),
    lightness: choice(
      'Lightness',
      [
        ['colours', 'theirs'],
        ['picture', 'the picture’s'],
      ],
      'colours',
    ),
  },
  neutral: () => false,
  holds: ({ colours }) =>
    colours.every(({ at }, i) => i === 0 || at - (colours[i - 1]?.at ?? 0) >= LEAST_BETWEEN)
      ? null
      : { field: 'colours', says: 'must stand from dark to light, a hundredth apart at least' },
  picks: {
    colour: {
      words: 'From the picture',
      asks: 'the colour that these tones get',
      from: 'picture',
      on: 'item',
      take({ colours }, colour, on) {
        const picked = asBytes(colour);
        return {
          colours: colours.map((each, i) =>
            String(i) === on ? { ...each, colour: picked } : each,
          ),
        };
      },
    },
  },
  sample: {
    colours: [
      { at: 0, colour: { r: 20, g: 26, b: 70 } },
      { at: 0.55, colour: { r: 196, g: 96, b: 104 } },
      { at: 1, colour: { r: 255, g: 236, b: 190 } },
    ],
  },
});
