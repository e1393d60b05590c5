import { defineStep } from '../definition';
import { amount, colour, SHARE } from '../fields';

const WHITE = { r: 255, g: 255, b: 255 };

const AROUND = { least: 0, most: 360, unit: '°' } as const;

export const relight = defineStep({
  kind: 'relight',
  version: 1,
  words: 'Relight',
  group: 'Light',
  finds: [
    'light direction',
    'lamp',
    'key light',
    'shading',
    'from the left',
    'from the right',
    'rim',
  ],
  on: 'content',
  fields: {
    azimuth: amount('Comes from', { ...AROUND, start: 0 }),
    elevation: amount('From the front', { least: -60, most: 90, start: 30, unit: '°' }),
    strength: amount('Strength', { least: 0, most: 3, track: [0, 1.5], start: 0.6, unit: '%' }),
    key: colour('Lit side', WHITE),
    surround: colour('Far side', WHITE),
    taken: amount('Take out its own light', { ...SHARE, start: 0 }),
    ownAzimuth: amount('Which comes from', { ...AROUND, start: 0 }),
  },
  neutral: ({ strength, taken }) => strength === 0 && taken === 0,
  sample: { azimuth: 60, strength: 1 },
});
