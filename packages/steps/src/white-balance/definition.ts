import { defineStep } from '../definition';
import { amount } from '../fields';
import { balanceForEncoded } from './balance';

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
  picks: {
    neutral: {
      words: 'Neutral from the picture',
      asks: 'what should be a neutral grey',
      from: 'input',
      take(_, colour) {
        const found = balanceForEncoded(colour);
        if (!found) return 'That place is too dark to tell a colour. Press on a lighter grey.';
        const limit = (value: number) => Math.max(-200, Math.min(200, Math.round(value * 10) / 10));
        return { temperature: limit(found.temperature), tint: limit(found.tint) };
      },
    },
  },
  sample: { temperature: 45 },
});
