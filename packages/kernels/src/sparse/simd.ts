/** Bytes of a block's factors: 25 vectors. */
const BLOCK: usize = 400;

function addDoubles(sums: v128, products: v128): v128 {
  const high = v128.shuffle<u32>(products, products, 2, 3, 2, 3);
  return f64x2.add(
    sums,
    f64x2.add(f64x2.promote_low_f32x4(products), f64x2.promote_low_f32x4(high)),
  );
}

function total(sums: v128): f64 {
  return f64x2.extract_lane(sums, 0) + f64x2.extract_lane(sums, 1);
}

function term(sum: v128, factors: usize, from: usize): v128 {
  return f32x4.add(sum, f32x4.mul(v128.load(factors), v128.load(from)));
}

/** See block-product.ts. `stride` is in pixels. */
export function blockProduct(
  factors: usize,
  places: usize,
  blocks: i32,
  grid: usize,
  stride: i32,
  out: usize,
  dot: usize,
): void {
  const row = (<usize>stride) << 2;
  let sums = f64x2.splat(0);
  const end = places + ((<usize>blocks) << 2);
  for (; places < end; places += 4, out += 16, factors += BLOCK) {
    const own = grid + ((<usize>load<i32>(places)) << 2);
    let a = f32x4.splat(0);
    let b = f32x4.splat(0);
    let from = own - row - row - 8;
    let f = factors;
    for (let y = 0; y < 5; y++, from += row, f += 80) {
      a = term(a, f, from);
      b = term(b, f + 16, from + 4);
      a = term(a, f + 32, from + 8);
      b = term(b, f + 48, from + 12);
      a = term(a, f + 64, from + 16);
    }
    const sum = f32x4.add(a, b);
    v128.store(out, sum);
    sums = addDoubles(sums, f32x4.mul(sum, v128.load(own)));
  }
  store<f64>(dot, total(sums));
}

/** See gradient-step.ts. */
export function gradientStep(
  places: usize,
  blocks: i32,
  grid: usize,
  product: usize,
  inverse: usize,
  step: f32,
  x: usize,
  left: usize,
  sizes: usize,
): void {
  const by = f32x4.splat(step);
  let rest = f64x2.splat(0);
  let next = f64x2.splat(0);
  const end = places + ((<usize>blocks) << 2);
  for (; places < end; places += 4, x += 16, left += 16, product += 16, inverse += 16) {
    const along = v128.load(grid + ((<usize>load<i32>(places)) << 2));
    v128.store(x, f32x4.add(v128.load(x), f32x4.mul(by, along)));
    const now = f32x4.sub(v128.load(left), f32x4.mul(by, v128.load(product)));
    v128.store(left, now);
    const square = f32x4.mul(now, now);
    rest = addDoubles(rest, square);
    next = addDoubles(next, f32x4.mul(square, v128.load(inverse)));
  }
  store<f64>(sizes, total(rest));
  store<f64>(sizes, total(next), 8);
}

/** See gradient-turn.ts. */
export function gradientTurn(
  places: usize,
  blocks: i32,
  left: usize,
  inverse: usize,
  keep: f32,
  grid: usize,
): void {
  const by = f32x4.splat(keep);
  const end = places + ((<usize>blocks) << 2);
  for (; places < end; places += 4, left += 16, inverse += 16) {
    const at = grid + ((<usize>load<i32>(places)) << 2);
    const scaled = f32x4.mul(v128.load(left), v128.load(inverse));
    v128.store(at, f32x4.add(scaled, f32x4.mul(by, v128.load(at))));
  }
}

/** The window's colours less their mean, and the same times the inverse of their covariance. */
function whiten(colours: usize, regulariser: f64, room: usize): void {
  let m0: f64 = 0;
  let m1: f64 = 0;
  let m2: f64 = 0;
  for (let k: usize = 0; k < 108; k += 12) {
    m0 += <f64>load<f32>(colours + k);
    m1 += <f64>load<f32>(colours + k, 4);
    m2 += <f64>load<f32>(colours + k, 8);
  }
  m0 /= 9;
  m1 /= 9;
  m2 /= 9;
  const least = regulariser / 9;
  let s00 = least;
  let s01: f64 = 0;
  let s02: f64 = 0;
  let s11 = least;
  let s12: f64 = 0;
  let s22 = least;
  for (let k: usize = 0; k < 9; k++) {
    const a = <f64>load<f32>(colours + k * 12) - m0;
    const b = <f64>load<f32>(colours + k * 12, 4) - m1;
    const c = <f64>load<f32>(colours + k * 12, 8) - m2;
    store<f64>(room + k * 24, a);
    store<f64>(room + k * 24, b, 8);
    store<f64>(room + k * 24, c, 16);
    s00 += (a * a) / 9;
    s01 += (a * b) / 9;
    s02 += (a * c) / 9;
    s11 += (b * b) / 9;
    s12 += (b * c) / 9;
    s22 += (c * c) / 9;
  }
  const i00 = s11 * s22 - s12 * s12;
  const i01 = s02 * s12 - s01 * s22;
  const i02 = s01 * s12 - s02 * s11;
  const i11 = s00 * s22 - s02 * s02;
  const i12 = s01 * s02 - s00 * s12;
  const i22 = s00 * s11 - s01 * s01;
  const by = 1 / (s00 * i00 + s01 * i01 + s02 * i02);
  for (let k: usize = 0; k < 216; k += 24) {
    const a = load<f64>(room + k);
    const b = load<f64>(room + k, 8);
    const c = load<f64>(room + k, 16);
    store<f64>(room + k, (i00 * a + i01 * b + i02 * c) * by, 216);
    store<f64>(room + k, (i01 * a + i11 * b + i12 * c) * by, 224);
    store<f64>(room + k, (i02 * a + i12 * b + i22 * c) * by, 232);
  }
}

/** Adds to the factor of an unknown for the neighbour that has a place among those around it. */
function addTo(factors: usize, slot: i32, neighbour: i32, value: f32): void {
  const entry = factors + ((<usize>((slot >> 2) * 100 + neighbour * 4 + (slot & 3))) << 2);
  store<f32>(entry, load<f32>(entry) + value);
}

/** See add-window.ts. */
export function addWindow(
  colours: usize,
  settled: usize,
  slots: usize,
  room: usize,
  factors: usize,
  right: usize,
  regulariser: f64,
): void {
  whiten(colours, regulariser, room);
  for (let a = 0; a < 9; a++) {
    const ua = load<i32>(slots + ((<usize>a) << 2));
    const own = room + <usize>a * 24;
    const w0 = load<f64>(own, 216);
    const w1 = load<f64>(own, 224);
    const w2 = load<f64>(own, 232);
    const ax = a % 3;
    const ay = a / 3;
    for (let b = a; b < 9; b++) {
      const ub = load<i32>(slots + ((<usize>b) << 2));
      if (ua < 0 && ub < 0) continue;
      const other = room + <usize>b * 24;
      const inner = w0 * load<f64>(other) + w1 * load<f64>(other, 8) + w2 * load<f64>(other, 16);
      const value: f64 = (a === b ? 1.0 : 0.0) - (1 + inner) / 9;
      if (a === b) {
        addTo(factors, ua, 12, <f32>value);
        continue;
      }
      const where = 12 + (b / 3 - ay) * 5 + (b % 3) - ax;
      if (ua >= 0 && ub >= 0) {
        addTo(factors, ua, where, <f32>value);
        addTo(factors, ub, 24 - where, <f32>value);
      } else if (ua >= 0) {
        const at = right + ((<usize>ua) << 2);
        const known = load<f32>(settled + ((<usize>b) << 2));
        store<f32>(at, load<f32>(at) - <f32>(value * <f64>known));
      } else {
        const at = right + ((<usize>ub) << 2);
        const known = load<f32>(settled + ((<usize>a) << 2));
        store<f32>(at, load<f32>(at) - <f32>(value * <f64>known));
      }
    }
  }
}
