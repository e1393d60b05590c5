import { turn } from '../turn/simd';

/** Whole-number steps of coverage while it is filtered. */
const STEPS: f32 = 1048576;

function passDown(
  from: usize,
  to: usize,
  sums: usize,
  width: i32,
  height: i32,
  r: i32,
  fringe: f32,
): void {
  const stride = (<usize>width) << 2;
  const whole = 2 * r + 1;
  const weight = f32x4.splat(1 / (<f32>whole + (fringe + fringe)));
  const ends = f32x4.splat(fringe);
  const half = f32x4.splat(0.5);
  const last = height - 1;
  memory.fill(sums, 0, stride);
  for (let y = -r; y <= r; y++) {
    const row = from + <usize>max(0, min(last, y)) * stride;
    for (let x: usize = 0; x < stride; x += 16) {
      v128.store(sums + x, i32x4.add(v128.load(sums + x), v128.load(row + x)));
    }
  }
  for (let y = 0; y < height; y++, to += stride) {
    const before = from + <usize>max(0, y - r - 1) * stride;
    const after = from + <usize>min(last, y + r + 1) * stride;
    const leaving = from + <usize>max(0, y - r) * stride;
    for (let x: usize = 0; x < stride; x += 16) {
      const sum = v128.load(sums + x);
      const next = v128.load(after + x);
      const edge = f32x4.convert_i32x4_s(i32x4.add(v128.load(before + x), next));
      const all = f32x4.add(f32x4.convert_i32x4_s(sum), f32x4.mul(ends, edge));
      v128.store(to + x, i32x4.trunc_sat_f32x4_s(f32x4.add(f32x4.mul(all, weight), half)));
      v128.store(sums + x, i32x4.sub(i32x4.add(sum, next), v128.load(leaving + x)));
    }
  }
}

function threeDown(
  a: usize,
  b: usize,
  sums: usize,
  width: i32,
  height: i32,
  r: i32,
  fringe: f32,
): void {
  passDown(a, b, sums, width, height, r, fringe);
  passDown(b, a, sums, width, height, r, fringe);
  passDown(a, b, sums, width, height, r, fringe);
}

/**
 * See box-filter.ts. The plane's rows are `wide` long and there are `high` of them, both multiples of
 * four; `width` and `height` of them count, and the rest may hold anything. `a` and `b` are as large
 * as `plane`, `sums` as large as the longer of its sides.
 */
export function boxFilter(
  plane: usize,
  a: usize,
  b: usize,
  sums: usize,
  wide: i32,
  high: i32,
  width: i32,
  height: i32,
  r: i32,
  fringe: f32,
): void {
  const bytes = (<usize>(wide * high)) << 2;
  const steps = f32x4.splat(STEPS),
    half = f32x4.splat(0.5);
  for (let i: usize = 0; i < bytes; i += 16) {
    const v = f32x4.add(f32x4.mul(v128.load(plane + i), steps), half);
    v128.store(a + i, i32x4.trunc_sat_f32x4_s(v));
  }
  turn(a, b, wide, high);
  threeDown(b, a, sums, high, width, r, fringe);
  turn(a, b, high, wide);
  threeDown(b, a, sums, wide, height, r, fringe);
  const per = f32x4.splat(1 / STEPS);
  for (let i: usize = 0; i < bytes; i += 16) {
    v128.store(plane + i, f32x4.mul(f32x4.convert_i32x4_s(v128.load(a + i)), per));
  }
}
