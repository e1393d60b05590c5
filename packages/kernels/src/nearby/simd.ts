/** See light-nearby.ts. */
export function lightNearby(
  own: usize,
  gathered: usize,
  least: f32,
  pixels: i32,
  unknown: usize,
): void {
  const end = gathered + ((<usize>pixels) << 4);
  const nothing = f32x4.replace_lane(f32x4.splat(0), 3, -1);
  let count = 0;
  for (; gathered < end; gathered += 16, own += 16) {
    const near = load<f32>(gathered, 12);
    const alpha = load<f32>(own, 12);
    if (near > least) {
      const light = f32x4.mul(v128.load(gathered), f32x4.splat(alpha / near));
      v128.store(gathered, f32x4.replace_lane(light, 3, alpha));
    } else if (alpha > least) {
      v128.store(gathered, nothing);
      count++;
    } else {
      v128.store(gathered, f32x4.replace_lane(f32x4.splat(0), 3, alpha));
    }
  }
  store<i32>(unknown, count);
}

/** See light-nearby.ts. */
export function heldLight(data: usize, pixels: i32): void {
  const end = data + ((<usize>pixels) << 4);
  const zero = f32x4.splat(0);
  const most = f32x4.replace_lane(f32x4.splat(f32.MAX_VALUE), 3, 1);
  for (; data < end; data += 16) {
    v128.store(data, f32x4.min(most, f32x4.max(zero, v128.load(data))));
  }
}
