import { decode4, encode4 } from '../transfer/simd';

/** The slopes of sRGB's transfer function at 1, and of its straight part: how values go on beyond 0..1. */
const SLOPE_AT_1: f32 = 0.43958333134651184;
const LOW_SLOPE: f32 = 12.92;

function withAlphaOf(colour: v128, pixel: v128): v128 {
  return f32x4.replace_lane(colour, 3, f32x4.extract_lane(pixel, 3));
}

/** What of a value lies above 1 and below 0, each by its slope. */
function beyond(x: v128, above: f32, below: f32): v128 {
  const high = f32x4.pmax(f32x4.splat(0), f32x4.sub(x, f32x4.splat(1)));
  const low = f32x4.pmin(f32x4.splat(0), x);
  return f32x4.add(f32x4.mul(high, f32x4.splat(above)), f32x4.mul(low, f32x4.splat(below)));
}

/** See rows.ts. */
export function encodeRow(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    const colour = f32x4.add(encode4(pixel), beyond(pixel, SLOPE_AT_1, LOW_SLOPE));
    v128.store(rows, withAlphaOf(colour, pixel));
  }
}

/** See rows.ts. */
export function decodeRowInPlace(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    const colour = f32x4.add(decode4(pixel), beyond(pixel, 2.274881601333618, 0.07739938080495357));
    v128.store(rows, withAlphaOf(colour, pixel));
  }
}

/** See rows.ts. */
export function straightenRow(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const alpha = load<f32>(rows, 12);
    if (alpha === 1 || alpha === 0) continue;
    const pixel = v128.load(rows);
    v128.store(rows, withAlphaOf(f32x4.div(pixel, f32x4.splat(alpha)), pixel));
  }
}

/** See rows.ts. */
export function premultiplyRow(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const alpha = load<f32>(rows, 12);
    if (alpha === 1) continue;
    const pixel = v128.load(rows);
    v128.store(rows, withAlphaOf(f32x4.mul(pixel, f32x4.splat(alpha)), pixel));
  }
}

/** See rows.ts: the matrix is four columns of four floats, the last what is added. */
export function matrixRow(rows: usize, matrix: usize, count: i32): void {
  const red = v128.load(matrix);
  const green = v128.load(matrix, 16);
  const blue = v128.load(matrix, 32);
  const added = v128.load(matrix, 48);
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    let sum = f32x4.add(added, f32x4.mul(red, f32x4.splat(f32x4.extract_lane(pixel, 0))));
    sum = f32x4.add(sum, f32x4.mul(green, f32x4.splat(f32x4.extract_lane(pixel, 1))));
    sum = f32x4.add(sum, f32x4.mul(blue, f32x4.splat(f32x4.extract_lane(pixel, 2))));
    v128.store(rows, withAlphaOf(sum, pixel));
  }
}

/** Entries of a table, but for the last. */
const ENTRIES: f32 = 1024;

function looked(x: f32, table: usize): f32 {
  if (x <= 0) return load<f32>(table) + x * load<f32>(table, 4100);
  if (x >= 1) return load<f32>(table, 4096) + (x - 1) * load<f32>(table, 4104);
  const place = sqrt<f32>(x) * ENTRIES;
  const low = <i32>min<f32>(place, ENTRIES - 1);
  const at = table + ((<usize>low) << 2);
  const first = load<f32>(at);
  return first + (load<f32>(at, 4) - first) * (place - <f32>low);
}

/** See rows.ts. */
export function tablesRow(rows: usize, tables: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  const stride: usize = 4112;
  for (; rows < end; rows += 16) {
    store<f32>(rows, looked(load<f32>(rows), tables));
    store<f32>(rows, looked(load<f32>(rows, 4), tables + stride), 4);
    store<f32>(rows, looked(load<f32>(rows, 8), tables + 2 * stride), 8);
  }
}

/** See rows.ts. `coverage` is 0 for 1 everywhere. */
export function mixRow(
  rows: usize,
  changed: usize,
  coverage: usize,
  amount: f32,
  count: i32,
): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16, changed += 16) {
    let share = amount;
    if (coverage) {
      share *= load<f32>(coverage);
      coverage += 4;
    }
    const was = v128.load(rows);
    const is = v128.load(changed);
    if (share === 1) v128.store(rows, is);
    else if (share !== 0) {
      v128.store(rows, f32x4.add(was, f32x4.mul(f32x4.sub(is, was), f32x4.splat(share))));
    }
  }
}
