/** See sum-pairs.ts: adds a row of pairs, times `weight`, to sums of value times coverage and coverage. */
export function addPairs(pairs: usize, weight: f32, sums: usize, count: i32): void {
  const end = sums + ((<usize>(count & ~1)) << 3);
  const top = f32x4.splat(65535);
  const w = f32x4.splat(weight);
  // Two pairs at a time.
  for (; sums < end; sums += 16, pairs += 8) {
    const p = f32x4.div(
      f32x4.convert_i32x4_u(i32x4.extend_low_i16x8_u(v128.load64_zero(pairs))),
      top,
    );
    const applies = v128.shuffle<u32>(p, p, 1, 1, 3, 3);
    const value = f32x4.mul(p, applies);
    const both = v128.shuffle<u32>(value, p, 0, 5, 2, 7);
    v128.store(sums, f32x4.add(v128.load(sums), f32x4.mul(both, w)));
  }
  if (count & 1) {
    const applies = <f32>load<u16>(pairs, 2) / 65535;
    store<f32>(sums, load<f32>(sums) + weight * ((<f32>load<u16>(pairs) / 65535) * applies));
    store<f32>(sums, load<f32>(sums, 4) + weight * applies, 4);
  }
}

/** See mean-row.ts: the mean of the sums between `first` and the next `taps`, by their weights. */
export function meanRow(
  sums: usize,
  first: usize,
  weight: usize,
  taps: i32,
  value: usize,
  applies: usize,
  count: i32,
): void {
  for (let x = 0; x < count; x++, first += 4, value += 4, applies += 4) {
    let at = sums + ((<usize>load<i32>(first)) << 3);
    let v: f32 = 0,
      a: f32 = 0;
    for (let k = 0; k < taps; k++, at += 8, weight += 4) {
      const w = load<f32>(weight);
      v += w * load<f32>(at);
      a += w * load<f32>(at, 4);
    }
    store<f32>(value, v);
    store<f32>(applies, a);
  }
}
