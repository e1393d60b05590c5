import { defineStep } from '../definition';
import { amount, asBytes, colour, SHARE } from '../fields';

export const colourGel = defineStep({
  kind: 'colour-gel',
  version: 1,
  words: 'Colour gel',
  group: 'Colour',
  finds: ['filter', 'coloured light', 'lens filter', 'gel', 'warmer', 'cooler', 'sunset'],
  on: 'content',
  fields: {
    colour: colour('Colour', { r: 236, g: 138, b: 50 }),
    density: amount('Density', { least: 0, most: 4, track: [0, 1], start: 0, unit: '%' }),
    keepLightness: amount('Keep lightness', { ...SHARE, start: 1 }),
  },
  neutral: ({ density }) => density === 0,
  picks: {
    colour: {
      words: 'Colour from the picture',
      asks: 'a colour that the gel should have',
      from: 'picture',
      take: (_, colour) => ({ colour: asBytes(colour) }),
    },
  },
  sample: { density: 0.7 },
});
