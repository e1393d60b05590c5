import { defineStep } from '../definition';
import { amount } from '../fields';

const PART = { least: -2, most: 3, track: [-1, 2], unit: '%' } as const;

export const monochrome = defineStep({
  kind: 'monochrome',
  version: 1,
  words: 'Monochrome mix',
  group: 'Colour',
  finds: ['black and white', 'grey', 'channel mix', 'no colour', 'drain'],
  on: 'content',
  fields: {
    red: amount('Red', { ...PART, start: 0.2126 }),
    green: amount('Green', { ...PART, start: 0.7152 }),
    blue: amount('Blue', { ...PART, start: 0.0722 }),
  },
  neutral: () => false,
  sample: {},
});
