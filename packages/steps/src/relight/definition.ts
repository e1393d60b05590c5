import { defineStep } from '../definition';
import { amount, colour, SHARE } from '../fields';

const WHITE = { r: 255, g: 255, b: 255 };

const AROUND = { least: 0, most: 360, unit: '°' } as const;

export const relight = defineStep({
  kind: 'relight',
  version: 3,
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
    hardness: amount('Hard', { ...SHARE, start: 0 }),
    follow: amount('Follow shading', { ...SHARE, start: 0 }),
    rim: amount('Rim from behind', { least: 0, most: 3, track: [0, 1.5], start: 0, unit: '%' }),
    bounce: amount('Light from below', {
      ...{ least: 0, most: 2, track: [0, 1], start: 0, unit: '%' },
    }),
    ground: colour('Colour of the ground', { r: 200, g: 180, b: 150 }),
    taken: amount('Take out its own light', { ...SHARE, start: 0 }),
    ownAzimuth: amount('Own light from', { ...AROUND, start: 0 }),
  },
  idle: ({ taken, bounce, follow, strength }) => [
    ...(taken === 0 && follow === 0 ? (['ownAzimuth'] as const) : []),
    ...(bounce === 0 ? (['ground'] as const) : []),
    ...(strength === 0 ? (['hardness', 'follow'] as const) : []),
  ],
  neutral: ({ strength, taken, rim, bounce }) =>
    strength === 0 && taken === 0 && rim === 0 && bounce === 0,
  migrations: {
    2: (values) => ({ ...values, follow: 0 }),
    1: (values) => ({
      ...values,
      ...{ hardness: 0, rim: 0, bounce: 0, ground: { r: 200, g: 180, b: 150 } },
    }),
  },
  sample: { azimuth: 60, strength: 1 },
});
