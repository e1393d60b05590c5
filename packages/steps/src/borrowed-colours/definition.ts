import { sampleTable } from '../colour-table/definition';
import { packTable, plainTable } from '../colour-table/packed-table';
import { defineStep } from '../definition';
import { amount, SHARE, table } from '../fields';

const PLAIN = packTable(plainTable(2));

export const borrowedColours = defineStep({
  kind: 'borrowed-colours',
  version: 1,
  words: 'Colours of a picture',
  group: 'Colour',
  finds: ['borrow', 'palette', 'match colours', 'look of a picture', 'transport', 'mood'],
  on: 'content',
  fields: {
    table: table('Colours'),
    lights: amount('In lights', { ...SHARE, start: 1 }),
    mids: amount('In mids', { ...SHARE, start: 1 }),
    darks: amount('In darks', { ...SHARE, start: 1 }),
    smoothing: amount('Along edges', { least: 0, most: 200, track: [0, 40], start: 8, unit: 'px' }),
  },
  neutral: ({ table: { data }, lights, mids, darks }) =>
    data === PLAIN.data || (lights === 0 && mids === 0 && darks === 0),
  sample: { table: sampleTable() },
});
