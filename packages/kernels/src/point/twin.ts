import { decode, encode } from '../transfer/transfer';
import { TABLE_LENGTH, TABLE_STEPS } from './tables';

const f = Math.fround;

const [SLOPE_AT_1, LOW_SLOPE] = [f(0.43958333134651184), f(12.92)];
const [DECODE_AT_1, DECODE_LOW] = [f(2.274881601333618), f(0.07739938080495357)];

function eachChannel(rows: Float32Array, change: (value: number) => number): void {
  for (let i = 0; i < rows.length; i += 4) {
    for (let c = i; c < i + 3; c++) rows[c] = change(rows[c] as number);
  }
}

function beyond(x: number, above: number, below: number): number {
  return f(f(Math.max(0, f(x - 1)) * above) + f(Math.min(0, x) * below));
}

export function encodeTwin(rows: Float32Array): void {
  eachChannel(rows, (x) => encode(x) + beyond(x, SLOPE_AT_1, LOW_SLOPE));
}

export function decodeTwin(rows: Float32Array): void {
  eachChannel(rows, (x) => decode(x) + beyond(x, DECODE_AT_1, DECODE_LOW));
}

export function straightenTwin(rows: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    const alpha = rows[i + 3] as number;
    if (alpha === 0 || alpha === 1) continue;
    for (let c = i; c < i + 3; c++) rows[c] = (rows[c] as number) / alpha;
  }
}

export function premultiplyTwin(rows: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    const alpha = rows[i + 3] as number;
    if (alpha === 1) continue;
    for (let c = i; c < i + 3; c++) rows[c] = (rows[c] as number) * alpha;
  }
}

export function matrixTwin(rows: Float32Array, matrix: Float32Array): void {
  const at = (column: number, c: number) => matrix[column * 4 + c] as number;
  for (let i = 0; i < rows.length; i += 4) {
    const [r, g, b] = [rows[i] as number, rows[i + 1] as number, rows[i + 2] as number];
    for (let c = 0; c < 3; c++) {
      const sum = f(f(at(3, c) + f(at(0, c) * r)) + f(at(1, c) * g));
      rows[i + c] = sum + f(at(2, c) * b);
    }
  }
}

function looked(x: number, tables: Float32Array, first: number): number {
  const entry = (i: number) => tables[first + i] as number;
  if (x <= 0) return entry(0) + f(x * entry(TABLE_STEPS + 1));
  if (x >= 1) return entry(TABLE_STEPS) + f(f(x - 1) * entry(TABLE_STEPS + 2));
  const place = f(f(Math.sqrt(x)) * TABLE_STEPS);
  const low = Math.trunc(Math.min(place, TABLE_STEPS - 1));
  return entry(low) + f(f(entry(low + 1) - entry(low)) * f(place - low));
}

export function tablesTwin(rows: Float32Array, tables: Float32Array): void {
  for (let i = 0; i < rows.length; i += 4) {
    for (let c = 0; c < 3; c++) {
      rows[i + c] = looked(rows[i + c] as number, tables, c * TABLE_LENGTH);
    }
  }
}

export function mixTwin(
  rows: Float32Array,
  changed: Float32Array,
  coverage: Float32Array | null,
  amount: number,
): void {
  for (let p = 0, i = 0; i < rows.length; p++, i += 4) {
    const share = coverage ? f(f(amount) * (coverage[p] as number)) : f(amount);
    if (share === 0) continue;
    for (let c = i; c < i + 4; c++) {
      const [was, is] = [rows[c] as number, changed[c] as number];
      rows[c] = share === 1 ? is : was + f(f(is - was) * share);
    }
  }
}
