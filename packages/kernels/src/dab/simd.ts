/** See stamp-dab.ts. Four samples at a time; those beyond the bounds keep what they hold. */
export function stampDab(
  tile: usize,
  side: i32,
  x0: i32,
  y0: i32,
  x1: i32,
  y1: i32,
  dx0: f32,
  dy0: f32,
  a: f32,
  b: f32,
  c: f32,
  d: f32,
  reach: f32,
  fall: f32,
  cap: f32,
  flow: f32,
): void {
  const lanes = f32x4(0, 1, 2, 3);
  const one = f32x4.splat(1),
    zero = f32x4.splat(0);
  const full = f32x4.splat(reach - fall);
  const reaches = f32x4.splat(reach),
    most = f32x4.splat(cap),
    half = f32x4.splat(0.5);
  const flows = f32x4.splat(flow);
  for (let y = y0; y <= y1; y++) {
    const dy = dy0 + <f32>y;
    const cy = f32x4.splat(c * dy),
      by = f32x4.splat(d * dy);
    const row = tile + ((<usize>(y * side)) << 1);
    for (let x = x0; x <= x1; x += 4) {
      const dx = f32x4.add(f32x4.splat(dx0 + <f32>x), lanes);
      const u = f32x4.add(f32x4.mul(f32x4.splat(a), dx), cy);
      const v = f32x4.add(f32x4.mul(f32x4.splat(b), dx), by);
      const distance = f32x4.sqrt(f32x4.add(f32x4.mul(u, u), f32x4.mul(v, v)));
      const near = f32x4.lt(distance, reaches);
      if (!v128.any_true(near)) continue;
      const t = f32x4.div(f32x4.sub(reaches, distance), f32x4.splat(fall));
      const smooth = f32x4.mul(f32x4.mul(t, t), f32x4.sub(f32x4.splat(3), f32x4.add(t, t)));
      const fallen = v128.bitselect(smooth, one, f32x4.gt(distance, full));
      const weight = v128.bitselect(fallen, zero, near);
      const at = row + ((<usize>x) << 1);
      const was = f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(v128.load64_zero(at)));
      const step = f32x4.mul(f32x4.mul(f32x4.sub(most, was), flows), weight);
      const now = f32x4.add(f32x4.add(was, step), half);
      const more = v128.and(f32x4.lt(was, most), near);
      const whole = i32x4.trunc_sat_f32x4_u(v128.bitselect(now, was, more));
      const left = x1 - x + 1;
      if (left >= 4) v128.store64_lane(at, i16x8.narrow_i32x4_u(whole, whole), 0);
      else {
        store<u16>(at, <u16>i32x4.extract_lane(whole, 0));
        if (left > 1) store<u16>(at, <u16>i32x4.extract_lane(whole, 1), 2);
        if (left > 2) store<u16>(at, <u16>i32x4.extract_lane(whole, 2), 4);
      }
    }
  }
}

/** See merge-stroke.ts; `before` is 0 where nothing was painted. Counts are multiples of nothing. */
export function mergeStroke(
  stroke: usize,
  before: usize,
  merged: usize,
  side: i32,
  x0: i32,
  y0: i32,
  x1: i32,
  y1: i32,
  target: f32,
): void {
  for (let y = y0; y <= y1; y++) {
    for (let x = x0; x <= x1; x++) {
      const at = <usize>(y * side + x);
      const units = load<u16>(stroke + (at << 1));
      if (units === 0) continue;
      const laid = <f32>units / 65535;
      let value: f32 = 0,
        applies: f32 = 0;
      if (before) {
        value = <f32>load<u16>(before + (at << 2));
        applies = <f32>load<u16>(before + (at << 2), 2) / 65535;
      }
      const stays = applies * (1 - laid);
      const total = stays + laid;
      const mixed = (value * stays + target * laid) / total;
      store<u16>(merged + (at << 2), <u16>(mixed + 0.5));
      store<u16>(merged + (at << 2), <u16>(total * 65535 + 0.5), 2);
    }
  }
}
