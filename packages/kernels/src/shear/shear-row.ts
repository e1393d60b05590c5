import { cubicWeights } from '../gather/levels-told';
import { callsFor, scratchFloats, scratchIntegers } from '../memory/thread';
import type { FloatPixels } from '../resample/sample-turned';

/** A slanted line, as what each of its columns takes: four rows from one on, below or above where the line begins. */
export interface Slant {
  /** The first column. */
  readonly x: number;
  /** For each column the first of the rows that it takes, beside where the line begins. */
  readonly rows: Int32Array;
  /** Four for each column. */
  readonly weight: Float32Array;
}

/**
 * What a line takes that falls by `slope` rows for each column, between rows by cubic weights (Catmull and Rom); in the
 * column 0 of the picture's grid it lies in the row in which it begins. Lies in the scratch.
 */
export function slantOf(slope: number, x: number, pixels: number): Slant {
  const rows = scratchIntegers(pixels);
  const weight = scratchFloats(pixels * 4);
  for (let i = 0; i < pixels; i++) {
    const away = (x + i) * slope;
    const whole = Math.floor(away);
    const t = away - whole;
    rows[i] = whole - 1;
    weight.set(cubicWeights(t), i * 4);
  }
  return { x, rows, weight };
}

/**
 * A row of RGBA floats along a slanted line of a picture; the same numbers for a column wherever the row begins.
 * @param from premultiplied or weighed; beyond its edges there is nothing
 * @param slant has all columns that are made
 * @param base the row in which the line begins, a whole number
 * @param x the first column that is made
 */
export function shearRow(
  from: FloatPixels,
  { x: left, rows, weight }: Slant,
  base: number,
  x: number,
  to: Float32Array,
  toPixel: number,
  pixels: number,
): void {
  const calls = callsFor(from.data, to, rows, weight);
  const skipped = x - left;
  if (calls) {
    calls.shearRow?.(
      ...[from.data.byteOffset, from.width, from.height, x - from.x, base - from.y],
      ...[rows.byteOffset + skipped * 4, weight.byteOffset + skipped * 16],
      ...[to.byteOffset + toPixel * 16, pixels],
    );
    return;
  }
  const sum = new Float64Array(4);
  for (let i = 0, o = toPixel * 4; i < pixels; i++, o += 4) {
    sum.fill(0);
    const column = x + i - from.x;
    for (let k = 0; k < 4 && column >= 0 && column < from.width; k++) {
      const row = base - from.y + (rows[skipped + i] as number) + k;
      if (row < 0 || row >= from.height) continue;
      const at = (row * from.width + column) * 4;
      const share = weight[(skipped + i) * 4 + k] as number;
      for (let c = 0; c < 4; c++)
        sum[c] = (sum[c] as number) + share * (from.data[at + c] as number);
    }
    to.set(sum, o);
  }
}
