import { defineStep } from '../definition';
import { amount } from '../fields';

export const warmCool = defineStep({
  kind: 'warm-cool',
  version: 1,
  words: 'Warm and cool',
  group: 'By brush',
  finds: ['warmer', 'cooler', 'temperature', 'brush'],
  on: 'content',
  fields: {
    temperature: amount('At most', {
      least: -200,
      most: 200,
      track: [0, 100],
      start: 40,
      unit: '',
    }),
  },
  neutral: ({ temperature }) => temperature === 0,
  brushed: {
    does: 'Warm',
    undoes: 'Cool',
    against: ({ temperature }) => ({ temperature: -temperature }),
  },
  sample: { temperature: 60 },
});
