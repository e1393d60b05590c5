import { blurEdge } from '../blur-in-light';
import { defineStep } from '../definition';
import { amount, SHARE } from '../fields';

/** What the opening of a lens is like. */
export const apertureFields = {
  blades: amount('Blades', { least: 3, most: 12, start: 7, unit: '' }),
  roundness: amount('Roundness', { ...SHARE, start: 0.6 }),
  turn: amount('Turned', { least: 0, most: 120, start: 0, unit: '°' }),
  bloom: amount('Bright spots bloom', { least: 0, most: 20, track: [0, 8], start: 1, unit: '' }),
  bright: amount('Bright from', { ...SHARE, start: 0.7 }),
};

export const lensBlur = defineStep({
  kind: 'lens-blur',
  version: 1,
  words: 'Lens blur',
  group: 'Sharpness',
  finds: ['out of focus', 'bokeh', 'aperture', 'discs of light', 'defocus'],
  on: 'content',
  fields: {
    size: amount('Radius', { least: 0, most: 400, track: [0, 80], start: 12, unit: 'px' }),
    ...apertureFields,
    edge: blurEdge,
  },
  idle: ({ bloom }) => (bloom === 0 ? ['bright'] : []),
  neutral: ({ size }) => size === 0,
  sample: { size: 20 },
});
