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

/** Bytes of a table: its entries, how it goes on at both ends, and one that fills up a vector. */
const TABLE_BYTES: usize = 4112;

/** The same float of three tables, side by side. */
function ofThree(tables: usize, offset: usize): v128 {
  const at = tables + offset;
  let three = f32x4.splat(load<f32>(at));
  three = f32x4.replace_lane(three, 1, load<f32>(at + TABLE_BYTES));
  return f32x4.replace_lane(three, 2, load<f32>(at + 2 * TABLE_BYTES));
}

/** See rows.ts. */
export function tablesRow(rows: usize, tables: usize, count: i32): void {
  const below = ofThree(tables, 4100);
  const above = ofThree(tables, 4104);
  const none = f32x4.splat(0);
  const one = f32x4.splat(1);
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    const inside = f32x4.pmin(one, f32x4.pmax(none, pixel));
    const place = f32x4.mul(f32x4.sqrt(inside), f32x4.splat(1024));
    const low = i32x4.trunc_sat_f32x4_s(f32x4.pmin(place, f32x4.splat(1023)));
    const share = f32x4.sub(place, f32x4.convert_i32x4_s(low));
    const red = tables + ((<usize>i32x4.extract_lane(low, 0)) << 2);
    const green = tables + TABLE_BYTES + ((<usize>i32x4.extract_lane(low, 1)) << 2);
    const blue = tables + 2 * TABLE_BYTES + ((<usize>i32x4.extract_lane(low, 2)) << 2);
    let first = f32x4.splat(load<f32>(red));
    first = f32x4.replace_lane(first, 1, load<f32>(green));
    first = f32x4.replace_lane(first, 2, load<f32>(blue));
    let next = f32x4.splat(load<f32>(red, 4));
    next = f32x4.replace_lane(next, 1, load<f32>(green, 4));
    next = f32x4.replace_lane(next, 2, load<f32>(blue, 4));
    let sum = f32x4.add(first, f32x4.mul(f32x4.sub(next, first), share));
    sum = f32x4.add(sum, f32x4.mul(f32x4.pmin(none, pixel), below));
    sum = f32x4.add(sum, f32x4.mul(f32x4.pmax(none, f32x4.sub(pixel, one)), above));
    v128.store(rows, withAlphaOf(sum, pixel));
  }
}

/** Four numbers, of which each lane of a pixel gets a share. */
function columns(red: v128, green: v128, blue: v128, pixel: v128): v128 {
  let sum = f32x4.mul(red, f32x4.splat(f32x4.extract_lane(pixel, 0)));
  sum = f32x4.add(sum, f32x4.mul(green, f32x4.splat(f32x4.extract_lane(pixel, 1))));
  return f32x4.add(sum, f32x4.mul(blue, f32x4.splat(f32x4.extract_lane(pixel, 2))));
}

/** The cube root, of either sign: a third of the bits as a guess, and two steps of Halley's method. */
function cubeRoots(x: v128): v128 {
  const sign = v128.and(x, i32x4.splat(0x80000000));
  const size = v128.andnot(x, i32x4.splat(0x80000000));
  const tiny = f32x4.lt(size, f32x4.splat(1.0000000036274937e-15));
  // The cubes of smaller ones are no longer normal numbers, which take a hundred times as long.
  const value = f32x4.pmax(size, f32x4.splat(1.0000000036274937e-15));
  const third = f32x4.mul(f32x4.convert_i32x4_s(value), f32x4.splat(0.3333333432674408));
  const bits = i32x4.add(i32x4.trunc_sat_f32x4_s(third), i32x4.splat(709921077));
  let root: v128 = bits;
  const twice = f32x4.add(value, value);
  for (let i = 0; i < 2; i++) {
    const cube = f32x4.mul(f32x4.mul(root, root), root);
    const over = f32x4.add(cube, twice);
    const under = f32x4.add(f32x4.add(cube, cube), value);
    root = f32x4.mul(root, f32x4.div(over, under));
  }
  return v128.or(v128.andnot(root, tiny), sign);
}

function smooth(share: f32): f32 {
  const s = min<f32>(1, max<f32>(0, share));
  return s * s * (3 - 2 * s);
}

/** Linear light to OKLab. */
function labOf(pixel: v128): v128 {
  const cones = cubeRoots(
    columns(
      f32x4(0.4122214708, 0.2119034982, 0.0883024619, 0),
      f32x4(0.5363325363, 0.6806995451, 0.2817188376, 0),
      f32x4(0.0514459929, 0.1073969566, 0.6299787005, 0),
      pixel,
    ),
  );
  return columns(
    f32x4(0.2104542553, 1.9779984951, 0.0259040371, 0),
    f32x4(0.793617785, -2.428592205, 0.7827717662, 0),
    f32x4(-0.0040720468, 0.4505937099, -0.808675766, 0),
    cones,
  );
}

/** OKLab to linear light. */
function lightOf(lab: v128): v128 {
  const roots = columns(
    f32x4(1, 1, 1, 0),
    f32x4(0.3963377774, -0.1055613458, -0.0894841775, 0),
    f32x4(0.2158037573, -0.0638541728, -1.291485548, 0),
    lab,
  );
  return columns(
    f32x4(4.0767416621, -1.2684380046, -0.0041960863, 0),
    f32x4(-3.3077115913, 2.6097574011, -0.7034186147, 0),
    f32x4(0.2309699292, -0.3413193965, 1.707614701, 0),
    f32x4.mul(f32x4.mul(roots, roots), roots),
  );
}

/** See rows.ts. */
export function labRow(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    v128.store(rows, withAlphaOf(labOf(pixel), pixel));
  }
}

/** See rows.ts. */
export function lightRow(rows: usize, count: i32): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    v128.store(rows, withAlphaOf(lightOf(pixel), pixel));
  }
}

/** See rows.ts. */
export function saturateRow(
  rows: usize,
  more: f32,
  spareVivid: f32,
  spareSkin: f32,
  count: i32,
): void {
  const end = rows + ((<usize>count) << 4);
  for (; rows < end; rows += 16) {
    const pixel = v128.load(rows);
    const lab = labOf(pixel);
    const a = f32x4.extract_lane(lab, 1);
    const b = f32x4.extract_lane(lab, 2);
    const chroma = sqrt<f32>(a * a + b * b);
    let share: f32 = 1;
    if (spareVivid > 0) share = 1 - spareVivid * smooth(chroma * 4.5454545021057129);
    if (spareSkin > 0 && chroma > 0) {
      const away: f32 = 1 - (a * 0.61566150188446045 + b * 0.78801077604293823) / chroma;
      share *= 1 - spareSkin * (1 - smooth(away * 4.7169809341430664));
    }
    const gain = max<f32>(0, 1 + more * share);
    const changed = f32x4.mul(lab, f32x4(1, gain, gain, 0));
    v128.store(rows, withAlphaOf(lightOf(changed), pixel));
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
