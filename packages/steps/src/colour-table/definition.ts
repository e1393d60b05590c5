import { defineStep } from '../definition';
import { table } from '../fields';
import { packTable, plainTable } from './packed-table';

/** Nodes of the table that shows what such a step does. */
const SAMPLE_NODES = 5;

/** Warmer lights and cooler darks, as a table. */
export function sampleTable() {
  const made = plainTable(SAMPLE_NODES);
  const { values } = made;
  for (let i = 0; i < values.length; i += 3) {
    const mean =
      ((values[i] as number) + (values[i + 1] as number) + (values[i + 2] as number)) / 3;
    values[i] = (values[i] as number) + 0.12 * (mean - 0.4);
    values[i + 2] = (values[i + 2] as number) - 0.16 * (mean - 0.4);
  }
  return packTable(made);
}

const PLAIN = packTable(plainTable(2));

export const colourTable = defineStep({
  kind: 'colour-table',
  version: 1,
  words: 'Colour table',
  group: 'Colour',
  finds: ['cube', 'lookup', 'three-dimensional', 'file', 'film'],
  on: 'content',
  fields: { table: table('Table') },
  neutral: ({ table: { data } }) => data === PLAIN.data,
  sample: { table: sampleTable() },
});
