import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const fog = defineGenerated({
  kind: 'fog',
  version: 1,
  words: 'Fog',
  group: 'atmosphere',
  finds: ['mist', 'haze', 'air', 'depth', 'ground'],
  blending: 'normal',
  looksAt: [],
  takesLight: 'colour',
  fields: {
    density: amount('Density', { least: 0, most: 4, track: [0, 2], start: 0.5, unit: '%' }),
    horizon: place('Thickest at', { x: 0.5, y: 0.5 }),
    height: amount('Height', { least: 0.01, most: 2, track: [0.02, 1], start: 0.22, unit: '%' }),
    nearer: amount('Thins nearer', { ...SHARE, start: 0.75 }),
    patches: amount('Patches', { ...SHARE, start: 0.6 }),
    size: amount('Patch size', {
      ...{ least: 0.02, most: 2, track: [0.05, 1], start: 0.35, unit: '%' },
    }),
    drift: amount('Drift', { least: -2, most: 2, start: 0, unit: '%' }),
    colour: colour('Colour', { r: 214, g: 220, b: 226 }),
  },
});
