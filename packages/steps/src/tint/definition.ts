import { defineStep } from '../definition';
import { colour } from '../fields';

export const tint = defineStep({
  kind: 'tint',
  version: 1,
  words: 'Tint',
  group: 'Colour',
  finds: ['one colour', 'toned', 'sepia', 'wash'],
  on: 'content',
  fields: { colour: colour('Colour', { r: 196, g: 150, b: 96 }) },
  neutral: () => false,
  sample: {},
});
