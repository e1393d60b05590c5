import { amount, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const paper = defineGenerated({
  kind: 'paper',
  version: 1,
  words: 'Paper',
  group: 'texture',
  finds: ['fibre', 'print', 'watercolour', 'rough', 'old'],
  blending: 'overlay',
  looksAt: [],
  fields: {
    strength: amount('Strength', { ...SHARE, start: 0.5 }),
    size: amount('Coarseness', { least: 2, most: 200, track: [3, 80], start: 18, unit: 'px' }),
    fibres: amount('Fibres', { ...SHARE, start: 0.4 }),
    stains: amount('Stains', { ...SHARE, start: 0.2 }),
    azimuth: amount('Light comes from', { least: 0, most: 360, start: 315, unit: '°' }),
  },
});
