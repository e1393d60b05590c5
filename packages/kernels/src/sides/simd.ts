/** See gather-sides.ts. */
export function gatherSides(
  content: usize,
  mask: usize,
  width: i32,
  at: i32,
  stride: i32,
  count: i32,
  weights: usize,
  sums: usize,
): void {
  const side = 2 * count + 1;
  const zero = f32x4.splat(0);
  let under = zero;
  let beside = zero;
  let much = zero;
  let weight = weights;
  const middle = v128.load(content + ((<usize>at) << 4));
  for (let j = -count; j <= count; j++) {
    let p = at + j * stride * width - count * stride;
    for (let i = 0; i < side; i++, p += stride, weight += 4) {
      const share = load<f32>(mask + ((<usize>p) << 2));
      const rest: f32 = 1.0 - share;
      const w = load<f32>(weight);
      const kept = w * (share * share) * (share * share);
      const dropped = w * (rest * rest) * (rest * rest);
      const colour = f32x4.sub(v128.load(content + ((<usize>p) << 4)), middle);
      const squares = f32x4.mul(colour, colour);
      const square =
        f32x4.extract_lane(squares, 0) +
        f32x4.extract_lane(squares, 1) +
        f32x4.extract_lane(squares, 2);
      const told = f32x4.replace_lane(colour, 3, square);
      under = f32x4.add(under, f32x4.mul(f32x4.splat(kept), told));
      beside = f32x4.add(beside, f32x4.mul(f32x4.splat(dropped), told));
      let one = f32x4.replace_lane(f32x4.splat(kept), 1, kept * share);
      one = f32x4.replace_lane(f32x4.replace_lane(one, 2, dropped), 3, dropped * share);
      much = f32x4.add(much, one);
    }
  }
  v128.store(sums, under);
  v128.store(sums, beside, 16);
  v128.store(sums, much, 32);
}
