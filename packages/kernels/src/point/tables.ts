import { scratchFloats } from '../memory/thread';

/** Steps of a table over 0..1; they lie by the square root of a value, so that darks have more of them. */
export const TABLE_STEPS = 1024;

/** Floats of a table: its values, how it goes on below 0 and above 1 for each unit, and one that fills up a vector. */
export const TABLE_LENGTH = TABLE_STEPS + 4;

function fillTable(table: Float32Array, of: (value: number) => number): void {
  for (let i = 0; i <= TABLE_STEPS; i++) table[i] = of((i / TABLE_STEPS) ** 2);
  const beyond = 1 / 1024;
  table[TABLE_STEPS + 1] = (of(0) - of(-beyond)) / beyond;
  table[TABLE_STEPS + 2] = (of(1 + beyond) - of(1)) / beyond;
}

/**
 * Tables for `tablesRow`: of red, green and blue.
 * @param of what each value becomes; beyond 0..1 the tables go on straight, as steep as the function just there
 */
export function makeTables(
  of: readonly [(v: number) => number, (v: number) => number, (v: number) => number],
): Float32Array {
  const tables = new Float32Array(3 * TABLE_LENGTH);
  for (const [i, each] of of.entries()) fillTable(tables.subarray(i * TABLE_LENGTH), each);
  return tables;
}

/** Floats copied to where the kernels reach them, until the enclosing `inScratch` ends. */
export function inReach(floats: Float32Array): Float32Array {
  const near = scratchFloats(floats.length);
  near.set(floats);
  return near;
}
