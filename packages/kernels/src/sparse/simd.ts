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
