import { defineStep } from '../definition';
import { amount, BOTH_WAYS, colour, place, SHARE } from '../fields';

export const vignette = defineStep({
  kind: 'vignette',
  version: 2,
  words: 'Vignette',
  group: 'Light',
  finds: ['darker edges', 'darker corners', 'lighter edges', 'draw the eye', 'spotlight'],
  on: 'content',
  fields: {
    strength: amount('Darker', { ...BOTH_WAYS, start: 0 }),
    size: amount('Size', { least: 0.05, most: 2, start: 0.7, unit: '%' }),
    softness: amount('Softness', { least: 0.02, most: 1, start: 0.6, unit: '%' }),
    roundness: amount('Roundness', { ...SHARE, start: 0 }),
    middle: place('Middle', { x: 0.5, y: 0.5 }),
    colour: colour('Colour', { r: 0, g: 0, b: 0 }),
  },
  // What becomes lighter goes to no colour.
  idle: ({ strength }) => (strength < 0 ? ['colour'] : []),
  neutral: ({ strength }) => strength === 0,
  migrations: { 1: (values) => ({ ...values, colour: { r: 0, g: 0, b: 0 } }) },
  sample: { strength: 0.7 },
});
