function weighted(sum: v128, pixel: usize, weight: usize): v128 {
  return f32x4.add(sum, f32x4.mul(v128.load(pixel), v128.load32_splat(weight)));
}

/** See resample-row.ts: `first` holds one number for each output pixel, `weight` `taps` of them. */
export function resampleRow(
  from: usize,
  first: usize,
  weight: usize,
  taps: i32,
  to: usize,
  pixels: i32,
): void {
  const end = to + ((<usize>pixels) << 4);
  for (; to < end; to += 16, first += 4) {
    let pixel = from + ((<usize>load<i32>(first)) << 4);
    let sum = f32x4.splat(0);
    for (let k = taps; k > 0; k--, pixel += 16, weight += 4) sum = weighted(sum, pixel, weight);
    v128.store(to, sum);
  }
}

/** See weigh-rows.ts: rows lie `stride` bytes apart, and `slots` says which counts how much. */
export function weighRows(
  rows: usize,
  stride: i32,
  slots: usize,
  weight: usize,
  taps: i32,
  to: usize,
  vectors: i32,
): void {
  const end = to + ((<usize>vectors) << 4);
  const fours = to + ((<usize>(vectors & ~3)) << 4);
  const tapBytes = (<usize>taps) << 2;
  let at = rows;
  // Four vectors at a time, so that what a tap is takes little of the time.
  for (; to < fours; to += 64, at += 64) {
    let a = f32x4.splat(0);
    let b = a;
    let c = a;
    let d = a;
    for (let k: usize = 0; k < tapBytes; k += 4) {
      const row = at + <usize>(load<i32>(slots + k) * stride);
      const w = v128.load32_splat(weight + k);
      a = f32x4.add(a, f32x4.mul(v128.load(row), w));
      b = f32x4.add(b, f32x4.mul(v128.load(row, 16), w));
      c = f32x4.add(c, f32x4.mul(v128.load(row, 32), w));
      d = f32x4.add(d, f32x4.mul(v128.load(row, 48), w));
    }
    v128.store(to, a);
    v128.store(to, b, 16);
    v128.store(to, c, 32);
    v128.store(to, d, 48);
  }
  for (; to < end; to += 16, at += 16) {
    let sum = f32x4.splat(0);
    for (let k: usize = 0; k < tapBytes; k += 4) {
      sum = weighted(sum, at + <usize>(load<i32>(slots + k) * stride), weight + k);
    }
    v128.store(to, sum);
  }
}

/** See clamp-to-alpha.ts. */
export function clampToAlpha(pixels: usize, count: i32): void {
  const end = pixels + ((<usize>count) << 4);
  for (; pixels < end; pixels += 16) {
    const p = f32x4.pmin(f32x4.splat(1), f32x4.pmax(f32x4.splat(0), v128.load(pixels)));
    v128.store(pixels, f32x4.pmin(p, v128.shuffle<u32>(p, p, 3, 3, 3, 3)));
  }
}

/** See sample-turned.ts. `map` points to nine doubles, the phase tables to 32-bit numbers. */
export function sampleTurned(
  from: usize,
  width: i32,
  height: i32,
  originU: i32,
  originV: i32,
  map: usize,
  left: f64,
  top: f64,
  phases: i32,
  firstU: usize,
  weightU: usize,
  tapsU: i32,
  firstV: usize,
  weightV: usize,
  tapsV: i32,
  to: usize,
  columns: i32,
  rows: i32,
): void {
  const ux = load<f64>(map),
    uy = load<f64>(map, 8),
    u1 = load<f64>(map, 16);
  const vx = load<f64>(map, 24),
    vy = load<f64>(map, 32),
    v1 = load<f64>(map, 40);
  const wx = load<f64>(map, 48),
    wy = load<f64>(map, 56),
    w1 = load<f64>(map, 64);
  const flat = wx === 0 && wy === 0 && w1 === 1;
  for (let y = 0; y < rows; y++) {
    const py = top + <f64>y + 0.5;
    for (let x = 0; x < columns; x++, to += 16) {
      const px = left + <f64>x + 0.5;
      let u = ux * px + uy * py + u1;
      let v = vx * px + vy * py + v1;
      if (!flat) {
        const w = wx * px + wy * py + w1;
        u /= w;
        v /= w;
      }
      u -= 0.5;
      v -= 0.5;
      const baseU = Math.floor(u);
      const baseV = Math.floor(v);
      const phaseU = <i32>Math.floor((u - baseU) * <f64>phases + 0.5);
      const phaseV = <i32>Math.floor((v - baseV) * <f64>phases + 0.5);
      const beginU = <i32>baseU - originU + load<i32>(firstU + ((<usize>phaseU) << 2));
      const beginV = <i32>baseV - originV + load<i32>(firstV + ((<usize>phaseV) << 2));
      const wu = weightU + ((<usize>(phaseU * tapsU)) << 2);
      let wv = weightV + ((<usize>(phaseV * tapsV)) << 2);
      let sum = f32x4.splat(0);
      if (beginU >= 0 && beginV >= 0 && beginU + tapsU <= width && beginV + tapsV <= height) {
        let row = from + ((<usize>(beginV * width + beginU)) << 4);
        for (let j = 0; j < tapsV; j++, row += (<usize>width) << 4, wv += 4) {
          let across = f32x4.splat(0);
          let weight = wu;
          for (
            let pixel = row, end = row + ((<usize>tapsU) << 4);
            pixel < end;
            pixel += 16, weight += 4
          ) {
            across = weighted(across, pixel, weight);
          }
          sum = f32x4.add(sum, f32x4.mul(across, v128.load32_splat(wv)));
        }
      } else {
        for (let j = 0; j < tapsV; j++, wv += 4) {
          const v = max(0, min(height - 1, beginV + j));
          const row = from + ((<usize>(v * width)) << 4);
          let across = f32x4.splat(0);
          for (let k = 0; k < tapsU; k++) {
            const u = max(0, min(width - 1, beginU + k));
            across = weighted(across, row + ((<usize>u) << 4), wu + ((<usize>k) << 2));
          }
          sum = f32x4.add(sum, f32x4.mul(across, v128.load32_splat(wv)));
        }
      }
      v128.store(to, sum);
    }
  }
}
