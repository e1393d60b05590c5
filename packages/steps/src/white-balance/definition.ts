import { defineStep } from '../definition';
import { amount } from '../fields';

const EACH_WAY = { least: -200, most: 200, track: [-100, 100], start: 0, unit: '' } as const;

export const whiteBalance = defineStep({
  kind: 'white-balance',
  version: 1,
  words: 'White balance',
  group: 'Colour',
  finds: ['warmer', 'cooler', 'colder', 'temperature', 'neutral grey', 'colour cast', 'lamp light'],
  on: 'content',
  fields: {
    temperature: amount('Cool to warm', EACH_WAY),
    tint: amount('Green, magenta', EACH_WAY),
  },
  neutral: ({ temperature, tint }) => temperature === 0 && tint === 0,
  sample: { temperature: 45 },
});
