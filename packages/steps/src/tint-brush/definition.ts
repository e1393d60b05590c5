import { defineStep } from '../definition';
import { amount, asBytes, colour, SHARE } from '../fields';

export const tintBrush = defineStep({
  kind: 'tint-brush',
  version: 1,
  words: 'Brushed tint',
  group: 'By brush',
  finds: ['tint', 'colour', 'paint a colour', 'blush', 'brush'],
  on: 'content',
  fields: {
    colour: colour('Colour', { r: 214, g: 120, b: 74 }),
    keepLightness: amount('Keep lightness', { ...SHARE, start: 1 }),
  },
  neutral: () => false,
  brushed: { does: 'Tint', undoes: 'Take the tint away' },
  picks: {
    colour: {
      words: 'Colour from the picture',
      asks: 'the colour to tint with',
      from: 'picture',
      take: (_, picked) => ({ colour: asBytes(picked) }),
    },
  },
  sample: { colour: { r: 60, g: 150, b: 220 } },
});
