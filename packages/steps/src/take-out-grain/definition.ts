import { defineStep } from '../definition';
import { amount } from '../fields';

/** Deviations of encoded values, in 255ths. */
const STRENGTH = { least: 0, most: 40, track: [0, 12], unit: '' } as const;

export const takeOutGrain = defineStep({
  kind: 'take-out-grain',
  version: 1,
  words: 'Take out grain',
  group: 'Sharpness',
  finds: ['noise', 'denoise', 'cleaner', 'smoother', 'high ISO', 'speckles'],
  on: 'content',
  fields: {
    darks: amount('In the darks', { ...STRENGTH, start: 0 }),
    mids: amount('In the mids', { ...STRENGTH, start: 0 }),
    lights: amount('In the lights', { ...STRENGTH, start: 0 }),
    size: amount('Size', { least: 1, most: 4, start: 1, unit: 'px' }),
    colour: amount('Of colour', { least: 0, most: 3, start: 1, unit: '%' }),
  },
  neutral: ({ darks, mids, lights }) => darks === 0 && mids === 0 && lights === 0,
  sample: { darks: 12, mids: 12, lights: 12, size: 4 },
});
