import type { PointComputation } from '../computation';
import type { ValuesOf } from '../fields';
import type { colourTable } from './definition';
import { throughTable, unpackTable } from './packed-table';

type Values = ValuesOf<typeof colourTable.fields>;

/** Encoded colours through a three-dimensional table. */
export const computeColourTable: PointComputation<Values> = {
  reads: 'point',
  prepare({ table }) {
    const unpacked = unpackTable(table);
    return [
      {
        encoded: () => (run) => {
          for (let i = 0; i < run.length; i += 4) {
            const [r, g, b] = [run[i] as number, run[i + 1] as number, run[i + 2] as number];
            throughTable(unpacked, r, g, b, run, i);
          }
        },
      },
    ];
  },
};
