import { defineStep } from '../definition';
import { amount, place } from '../fields';
import { movedEdge } from '../moved';

export const swirl = defineStep({
  kind: 'swirl',
  version: 1,
  words: 'Swirl',
  group: 'Shape',
  finds: ['vortex', 'twist', 'whirl', 'spiral', 'turn'],
  on: 'content',
  fields: {
    turn: amount('Turns by', { least: -1440, most: 1440, track: [-360, 360], start: 0, unit: '°' }),
    size: amount('Size', { least: 0.02, most: 2, track: [0.02, 1], start: 0.5, unit: '%' }),
    middle: place('Middle', { x: 0.5, y: 0.5 }),
    edge: movedEdge,
  },
  neutral: ({ turn }) => turn === 0,
  sample: { turn: 150 },
});
