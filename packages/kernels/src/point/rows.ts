import { callsFor } from '../memory/thread';
import {
  decodeTwin,
  encodeTwin,
  labTwin,
  lightTwin,
  matrixTwin,
  mixTwin,
  premultiplyTwin,
  saturateTwin,
  straightenTwin,
  tablesTwin,
} from './twin';

/**
 * What runs of point steps are made of. All work in place on rows of RGBA floats; only `straightenRow`, `premultiplyRow`
 * and `mixRow` look at alpha. Values below 0 and above 1 are kept: the transfer function goes on straight
 * there, as steep as at its ends.
 */

/** Straight linear light to encoded values. */
export function encodeRow(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.encodeRow?.(rows.byteOffset, rows.length / 4);
  else encodeTwin(rows);
}

/** Straight encoded values to linear light. */
export function decodeInPlace(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.decodeRowInPlace?.(rows.byteOffset, rows.length / 4);
  else decodeTwin(rows);
}

/** Premultiplied to straight; what has no alpha stays as it is. */
export function straightenRow(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.straightenRow?.(rows.byteOffset, rows.length / 4);
  else straightenTwin(rows);
}

/** Straight to premultiplied. */
export function premultiplyRow(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.premultiplyRow?.(rows.byteOffset, rows.length / 4);
  else premultiplyTwin(rows);
}

/** Straight linear light to OKLab (Ottosson 2020): lightness, a and b in the places of red, green and blue. */
export function labRow(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.labRow?.(rows.byteOffset, rows.length / 4);
  else labTwin(rows);
}

/** OKLab to straight linear light. */
export function lightRow(rows: Float32Array): void {
  const calls = callsFor(rows);
  if (calls) calls.lightRow?.(rows.byteOffset, rows.length / 4);
  else lightTwin(rows);
}

/**
 * Each colour times a matrix.
 * @param matrix 16 floats: what a unit of red, of green and of blue adds to red, green and blue (and one of no
 *   meaning), then what is added to all
 */
export function matrixRow(rows: Float32Array, matrix: Float32Array): void {
  const calls = callsFor(rows, matrix);
  if (calls) calls.matrixRow?.(rows.byteOffset, matrix.byteOffset, rows.length / 4);
  else matrixTwin(rows, matrix);
}

/** Each channel by its table, see `makeTables`; between entries it goes straight. */
export function tablesRow(rows: Float32Array, tables: Float32Array): void {
  const calls = callsFor(rows, tables);
  if (calls) calls.tablesRow?.(rows.byteOffset, tables.byteOffset, rows.length / 4);
  else tablesTwin(rows, tables);
}

/**
 * Straight linear light with the chroma of OKLab (Ottosson 2020) times a gain; lightness and hue stay.
 * @param more what is added to a gain of 1, -1 or more
 * @param spareVivid how much less of it the more vivid a colour is, 0..1: nothing from a chroma of 0.22 on
 * @param spareSkin how much less of it skin gets, whatever its lightness, 0..1: hues within 38 degrees of 52 of OKLCh
 */
export function saturateRow(
  rows: Float32Array,
  more: number,
  spareVivid: number,
  spareSkin: number,
): void {
  const calls = callsFor(rows);
  if (!calls) return saturateTwin(rows, more, spareVivid, spareSkin);
  calls.saturateRow?.(rows.byteOffset, more, spareVivid, spareSkin, rows.length / 4);
}

/**
 * Takes each pixel some of the way to another picture.
 * @param coverage of each pixel, 0..1; null for 1 everywhere
 * @param amount times the coverage, 0..1
 */
export function mixRow(
  rows: Float32Array,
  changed: Float32Array,
  coverage: Float32Array | null,
  amount: number,
): void {
  const calls = callsFor(rows, changed, coverage);
  if (!calls) return mixTwin(rows, changed, coverage, amount);
  const where = coverage?.byteOffset ?? 0;
  calls.mixRow?.(rows.byteOffset, changed.byteOffset, where, amount, rows.length / 4);
}
