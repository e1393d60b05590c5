import { amount, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const weave = defineGenerated({
  kind: 'weave',
  version: 1,
  words: 'Weave',
  group: 'texture',
  finds: ['canvas', 'cloth', 'threads', 'painting', 'linen'],
  blending: 'overlay',
  looksAt: [],
  fields: {
    strength: amount('Strength', { ...SHARE, start: 0.5 }),
    size: amount('Thread', { least: 1.5, most: 80, track: [2, 30], start: 7, unit: 'px' }),
    uneven: amount('Uneven', { ...SHARE, start: 0.45 }),
    azimuth: amount('Light comes from', { least: 0, most: 360, start: 315, unit: '°' }),
  },
});
