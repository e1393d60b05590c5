import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const clouds = defineGenerated({
  kind: 'clouds',
  version: 1,
  words: 'Clouds',
  group: 'atmosphere',
  finds: ['sky', 'overcast', 'weather', 'cumulus', 'storm'],
  blending: 'normal',
  looksAt: [],
  takesLight: 'colour',
  fields: {
    cover: amount('Cover', { ...SHARE, start: 0.5 }),
    size: amount('Size', { least: 0.03, most: 2, track: [0.05, 1], start: 0.34, unit: '%' }),
    softness: amount('Softness', { ...SHARE, start: 0.35 }),
    thickness: amount('Thickness', { least: 0, most: 3, track: [0, 2], start: 1, unit: '%' }),
    horizon: place('Horizon', { x: 0.5, y: 0.75 }),
    flat: amount('Seen from below', { ...SHARE, start: 0.7 }),
    azimuth: amount('Light comes from', { least: 0, most: 360, start: 320, unit: '°' }),
    drift: amount('Drift', { least: -4, most: 4, start: 0, unit: '%' }),
    colour: colour('Lit', { r: 250, g: 248, b: 244 }),
    shade: colour('Shaded', { r: 128, g: 138, b: 152 }),
  },
});
