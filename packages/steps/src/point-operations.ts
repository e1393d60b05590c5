import { inReach, type MixSpaceName, makeTables, matrixRow, tablesRow } from '@diplex/kernels';
import type { PointOperation } from './computation';

type Row = readonly [number, number, number];

/**
 * Colours times a matrix.
 * @param rows what red, green and blue become: how much of red, green and blue
 * @param added what is added to each
 */
export function byMatrix(
  space: MixSpaceName,
  rows: readonly [Row, Row, Row],
  added: Row = [0, 0, 0],
): PointOperation {
  const matrix = new Float32Array(16);
  for (let c = 0; c < 3; c++) {
    for (let from = 0; from < 3; from++) matrix[from * 4 + c] = rows[c]?.[from] ?? 0;
    matrix[12 + c] = added[c] ?? 0;
  }
  return {
    space,
    load() {
      const near = inReach(matrix);
      return (run) => matrixRow(run, near);
    },
  };
}

type Tone = (value: number) => number;

/** Each channel by a function of its value, from 0 to 1; beyond it goes on straight. */
export function byTables(
  space: MixSpaceName,
  of: readonly [red: Tone, green: Tone, blue: Tone],
): PointOperation {
  const tables = makeTables(of);
  return {
    space,
    load() {
      const near = inReach(tables);
      return (run) => tablesRow(run, near);
    },
  };
}

export const AS_IS: Tone = (value) => value;
