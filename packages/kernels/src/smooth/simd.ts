/** See smooth-rows.ts. */
export function halveAcross(from: usize, to: usize, pixels: i32): void {
  const end = to + ((<usize>pixels) << 4);
  const three = f32x4.splat(3);
  const eighth = f32x4.splat(0.125);
  let a = v128.load(from);
  let b = v128.load(from, 16);
  for (; to < end; to += 16) {
    from += 32;
    const c = v128.load(from);
    const d = v128.load(from, 16);
    const inner = f32x4.mul(three, f32x4.add(b, c));
    v128.store(to, f32x4.mul(eighth, f32x4.add(f32x4.add(a, d), inner)));
    a = c;
    b = d;
  }
}

/** See smooth-rows.ts. */
export function doubleAcross(from: usize, to: usize, pixels: i32): void {
  const end = to + ((<usize>pixels) << 5);
  const most = f32x4.splat(0.75);
  const least = f32x4.splat(0.25);
  let before = f32x4.mul(least, v128.load(from));
  let own = v128.load(from, 16);
  from += 32;
  for (; to < end; to += 32, from += 16) {
    const after = v128.load(from);
    const much = f32x4.mul(most, own);
    const next = f32x4.mul(least, after);
    v128.store(to, f32x4.add(before, much));
    v128.store(to, f32x4.add(much, next), 16);
    before = f32x4.mul(least, own);
    own = after;
  }
}

/** See smooth-rows.ts: the weights are those of one side and the middle, from the outermost on. */
export function symmetricAcross(
  from: usize,
  weight: usize,
  radius: i32,
  to: usize,
  pixels: i32,
): void {
  const end = to + ((<usize>pixels) << 4);
  const reach = (<usize>radius) << 4;
  const middle = v128.load32_splat(weight + ((<usize>radius) << 2));
  for (let centre = from + reach; to < end; to += 16, centre += 16) {
    let sum = f32x4.mul(middle, v128.load(centre));
    let w = weight;
    for (let away = reach; away > 0; away -= 16, w += 4) {
      const both = f32x4.add(v128.load(centre - away), v128.load(centre + away));
      sum = f32x4.add(sum, f32x4.mul(both, v128.load32_splat(w)));
    }
    v128.store(to, sum);
  }
}

/** See smooth-rows.ts. */
export function addHalved(from: usize, odd: i32, to: usize, pixels: i32): void {
  const quarter = f32x4.splat(0.25);
  let left = pixels;
  if (odd && left > 0) {
    v128.store(to, f32x4.add(v128.load(to), f32x4.mul(quarter, v128.load(from))));
    from += 16;
    to += 16;
    left--;
  }
  for (; left > 1; left -= 2, from += 32, to += 16) {
    const sum = f32x4.add(v128.load(to), f32x4.mul(quarter, v128.load(from)));
    v128.store(to, f32x4.add(sum, f32x4.mul(quarter, v128.load(from, 16))));
  }
  if (left > 0) v128.store(to, f32x4.add(v128.load(to), f32x4.mul(quarter, v128.load(from))));
}
