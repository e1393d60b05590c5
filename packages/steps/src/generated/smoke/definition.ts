import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const smoke = defineGenerated({
  kind: 'smoke',
  version: 1,
  words: 'Smoke',
  group: 'atmosphere',
  finds: ['steam', 'plume', 'fire', 'wisps', 'chimney'],
  blending: 'normal',
  looksAt: [],
  takesLight: 'colour',
  fields: {
    density: amount('Density', { least: 0, most: 4, track: [0, 2], start: 0.8, unit: '%' }),
    from: place('From', { x: 0.5, y: 0.85 }),
    to: place('To', { x: 0.56, y: 0.1 }),
    width: amount('Width', { least: 0.005, most: 1, track: [0.01, 0.4], start: 0.05, unit: '%' }),
    spread: amount('Spread', { least: 0, most: 4, track: [0, 2], start: 1, unit: '%' }),
    turbulence: amount('Turbulence', { least: 0, most: 2, track: [0, 1], start: 0.5, unit: '%' }),
    wisps: amount('Wisps', { ...SHARE, start: 0.6 }),
    fades: amount('Fades', { ...SHARE, start: 0.7 }),
    azimuth: amount('Light comes from', { least: 0, most: 360, start: 320, unit: '°' }),
    colour: colour('Colour', { r: 200, g: 204, b: 210 }),
  },
});
