import { defineStep } from '../definition';

export const invert = defineStep({
  kind: 'invert',
  version: 1,
  words: 'Invert',
  group: 'Colour',
  finds: ['negative', 'turn round', 'opposite'],
  on: 'content',
  fields: {},
  neutral: () => false,
  sample: {},
});
