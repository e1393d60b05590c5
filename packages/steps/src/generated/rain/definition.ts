import { amount, colour, place, SHARE } from '../../fields';
import { defineGenerated } from '../generated';

export const rain = defineGenerated({
  kind: 'rain',
  version: 1,
  words: 'Rain',
  group: 'atmosphere',
  finds: ['drops', 'storm', 'weather', 'wet', 'splashes'],
  blending: 'screen',
  looksAt: [],
  takesLight: 'colour',
  idle: ({ splashes }) => (splashes === 0 ? ['ground'] : []),
  fields: {
    density: amount('How much', { least: 0, most: 5, track: [0, 2], start: 1, unit: '%' }),
    length: amount('Length', { least: 2, most: 600, track: [5, 200], start: 60, unit: 'px' }),
    width: amount('Width', { least: 0.2, most: 8, track: [0.3, 4], start: 1.1, unit: 'px' }),
    angle: amount('Angle', { least: -75, most: 75, start: 10, unit: '°' }),
    wind: amount('Gusts', { ...SHARE, start: 0.2 }),
    depth: amount('Depth', { ...SHARE, start: 0.7 }),
    strength: amount('Strength', { ...SHARE, start: 0.4 }),
    splashes: amount('Splashes', { least: 0, most: 3, track: [0, 1.5], start: 0, unit: '%' }),
    ground: place('Ground begins at', { x: 0.5, y: 0.75 }),
    colour: colour('Colour', { r: 206, g: 214, b: 222 }),
  },
});
