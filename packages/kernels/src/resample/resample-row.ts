import { callsFor, scratchFloats, scratchIntegers } from '../memory/thread';
import type { Taps } from './taps';
import { clampToAlphaTwin, resampleRowTwin, weighRowsTwin } from './twin';

/**
 * One output row of RGBA floats from a row of RGBA floats: every output pixel is the weighted sum of
 * `taps.count` neighbours. All indices in `taps` lie inside `from`.
 */
export function resampleRow(
  from: Float32Array,
  taps: Taps,
  to: Float32Array,
  toOffset: number,
): void {
  const { count, first, weight } = taps;
  const calls = callsFor(from, first, weight, to);
  if (!calls) return resampleRowTwin(from, taps, to, toOffset);
  const into = to.byteOffset + toOffset * 4;
  const [begin, weights] = [first.byteOffset, weight.byteOffset];
  calls.resampleRow?.(from.byteOffset, begin, weights, count, into, first.length);
}

/**
 * The weighted sum of some of several rows that lie one after the other in `rows`, each `stride`
 * floats long (a multiple of four): row `slots[k]` counts `weight[k]`.
 */
export function weighRows(
  rows: Float32Array,
  stride: number,
  slots: Int32Array,
  weight: Float32Array,
  to: Float32Array,
  toOffset: number,
): void {
  const calls = callsFor(rows, slots, weight, to);
  if (!calls) return weighRowsTwin(rows, stride, slots, weight, to, toOffset);
  const into = to.byteOffset + toOffset * 4;
  const [from, which, weights] = [rows.byteOffset, slots.byteOffset, weight.byteOffset];
  calls.weighRows?.(from, stride * 4, which, weights, slots.length, into, stride / 4);
}

/** Pixels times a number, in place. */
export function scaleRow(data: Float32Array, by: number): void {
  const slots = scratchIntegers(1).fill(0);
  const weight = scratchFloats(1).fill(by);
  weighRows(data, data.length, slots, weight, data, 0);
}

/**
 * Brings premultiplied pixels back into range, alpha to 0..1 and colours to 0..alpha: a kernel's
 * negative lobes overshoot, and light below nothing or above all has no meaning.
 */
export function clampToAlpha(data: Float32Array): void {
  const calls = callsFor(data);
  if (calls) calls.clampToAlpha?.(data.byteOffset, data.length / 4);
  else clampToAlphaTwin(data);
}
