import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

/** Deviations are told in 255ths of encoded values. */
const DEVIATION = { least: 0, most: 40, track: [0, 12], unit: '' } as const;

export const grain = defineStep({
  kind: 'grain',
  version: 2,
  words: 'Grain',
  group: 'Sharpness',
  finds: ['noise', 'film', 'sensor', 'speckles', 'rough', 'clumps', 'texture'],
  on: 'content',
  fields: {
    darks: amount('In the darks', { ...DEVIATION, start: 3 }),
    mids: amount('In the mids', { ...DEVIATION, start: 3 }),
    lights: amount('In the lights', { ...DEVIATION, start: 2 }),
    size: amount('Size', { least: 1, most: 12, track: [1, 6], start: 1, unit: 'px' }),
    roughness: amount('Roughness', { ...SHARE, start: 0 }),
    colour: amount('In colour', { ...SHARE, start: 0.3 }),
    blue: amount('More in blue', { least: 0, most: 3, track: [0, 1], start: 0, unit: '%' }),
    seed: amount('Seed', { least: 0, most: 9999, start: 1, unit: '' }),
  },
  neutral: ({ darks, mids, lights }) => darks === 0 && mids === 0 && lights === 0,
  migrations: { 1: (values) => ({ ...values, roughness: 0 }) },
  sample: { darks: 14, mids: 14, lights: 10 },
});
