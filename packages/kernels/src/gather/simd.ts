/** See running-sums.ts. */
export function runningSums(from: usize, to: usize, pixels: i32): void {
  const most = f32x4.splat(256);
  const least = f32x4.splat(-256);
  const steps = f32x4.splat(262144);
  const end = from + ((<usize>pixels) << 4);
  let sum = i32x4.splat(0);
  v128.store(to, sum);
  for (; from < end; from += 16) {
    to += 16;
    const value = f32x4.max(least, f32x4.min(most, v128.load(from)));
    sum = i32x4.add(sum, i32x4.trunc_sat_f32x4_s(f32x4.nearest(f32x4.mul(value, steps))));
    v128.store(to, sum);
  }
}

/** See running-sums.ts: `low` and `high` are bytes into the sums for the first pixel. */
export function addSpan(
  sums: usize,
  low: usize,
  lowShare: f32,
  high: usize,
  highShare: f32,
  to: usize,
  pixels: i32,
): void {
  const end = to + ((<usize>pixels) << 4);
  const lowMuch = f32x4.splat(lowShare);
  const highMuch = f32x4.splat(highShare);
  let a = sums + low;
  let b = sums + high;
  for (; to < end; to += 16, a += 16, b += 16) {
    const from = v128.load(a);
    const until = v128.load(b);
    const whole = f32x4.convert_i32x4_s(i32x4.sub(until, from));
    const before = f32x4.convert_i32x4_s(i32x4.sub(v128.load(a, 16), from));
    const after = f32x4.convert_i32x4_s(i32x4.sub(v128.load(b, 16), until));
    const ends = f32x4.sub(f32x4.mul(highMuch, after), f32x4.mul(lowMuch, before));
    v128.store(to, f32x4.add(v128.load(to), f32x4.add(whole, ends)));
  }
}

/** A pixel of a level; nothing beyond it. */
function pixelOf(level: usize, width: i32, height: i32, x: i32, y: i32): v128 {
  if (x < 0 || y < 0 || x >= width || y >= height) return f32x4.splat(0);
  return v128.load(level + ((<usize>(y * width + x)) << 4));
}

/** What a level, as five whole numbers tell of it, has between the middles of its pixels. */
function between(told: usize, x: f64, y: f64): v128 {
  const width = load<i32>(told, 12);
  const height = load<i32>(told, 16);
  const left = floor(x);
  const top = floor(y);
  const u = f32x4.splat(<f32>(x - left));
  const v = f32x4.splat(<f32>(y - top));
  // What lies far beyond the level may be beyond whole numbers too.
  const i = <i32>max(-1073741824.0, min(1073741824.0, left)) - load<i32>(told, 4);
  const j = <i32>max(-1073741824.0, min(1073741824.0, top)) - load<i32>(told, 8);
  const pixels = <usize>load<i32>(told);
  let a: v128, b: v128, c: v128, d: v128;
  if (i >= 0 && j >= 0 && i < width - 1 && j < height - 1) {
    const at = pixels + ((<usize>(j * width + i)) << 4);
    const below = at + ((<usize>width) << 4);
    a = v128.load(at);
    b = v128.load(at, 16);
    c = v128.load(below);
    d = v128.load(below, 16);
  } else {
    if (i < -1 || j < -1 || i >= width || j >= height) return f32x4.splat(0);
    a = pixelOf(pixels, width, height, i, j);
    b = pixelOf(pixels, width, height, i + 1, j);
    c = pixelOf(pixels, width, height, i, j + 1);
    d = pixelOf(pixels, width, height, i + 1, j + 1);
  }
  const upper = f32x4.add(a, f32x4.mul(u, f32x4.sub(b, a)));
  const lower = f32x4.add(c, f32x4.mul(u, f32x4.sub(d, c)));
  return f32x4.add(upper, f32x4.mul(v, f32x4.sub(lower, upper)));
}

/** The four weights of Catmull and Rom for a place between the second and the third of four, by their powers of `t`. */
function cubicWeights(t: f32): v128 {
  const at = f32x4.splat(t);
  const third = f32x4(-0.5, 1.5, -1.5, 0.5);
  const second = f32x4(1, -2.5, 2, -0.5);
  const first = f32x4(-0.5, 0, 0.5, 0);
  const none = f32x4(0, 1, 0, 0);
  const cubic = f32x4.add(second, f32x4.mul(at, third));
  const square = f32x4.add(first, f32x4.mul(at, cubic));
  return f32x4.add(none, f32x4.mul(at, square));
}

/** Four pixels of a row from one on, weighed. */
function rowAt(at: usize, w: v128): v128 {
  const outer = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(w, w, 0, 0, 0, 0), v128.load(at)),
    f32x4.mul(v128.shuffle<u32>(w, w, 3, 3, 3, 3), v128.load(at, 48)),
  );
  const inner = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(w, w, 1, 1, 1, 1), v128.load(at, 16)),
    f32x4.mul(v128.shuffle<u32>(w, w, 2, 2, 2, 2), v128.load(at, 32)),
  );
  return f32x4.add(outer, inner);
}

/** The same where some of them lie beyond the level. */
function rowBeside(level: usize, width: i32, height: i32, i: i32, row: i32, w: v128): v128 {
  const outer = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(w, w, 0, 0, 0, 0), pixelOf(level, width, height, i, row)),
    f32x4.mul(v128.shuffle<u32>(w, w, 3, 3, 3, 3), pixelOf(level, width, height, i + 3, row)),
  );
  const inner = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(w, w, 1, 1, 1, 1), pixelOf(level, width, height, i + 1, row)),
    f32x4.mul(v128.shuffle<u32>(w, w, 2, 2, 2, 2), pixelOf(level, width, height, i + 2, row)),
  );
  return f32x4.add(outer, inner);
}

/** What the finest level has at a place, by sixteen pixels. */
function cubicAt(told: usize, x: f64, y: f64): v128 {
  const width = load<i32>(told, 12);
  const height = load<i32>(told, 16);
  const left = floor(x);
  const top = floor(y);
  const i = <i32>max(-1073741824.0, min(1073741824.0, left)) - load<i32>(told, 4);
  const j = <i32>max(-1073741824.0, min(1073741824.0, top)) - load<i32>(told, 8);
  const pixels = <usize>load<i32>(told);
  if (i < -2 || j < -2 || i > width || j > height) return f32x4.splat(0);
  const across = cubicWeights(<f32>(x - left));
  const down = cubicWeights(<f32>(y - top));
  let a: v128, b: v128, c: v128, d: v128;
  if (i >= 1 && j >= 1 && i < width - 2 && j < height - 2) {
    const line = (<usize>width) << 4;
    const at = pixels + ((<usize>((j - 1) * width + i - 1)) << 4);
    a = rowAt(at, across);
    b = rowAt(at + line, across);
    c = rowAt(at + 2 * line, across);
    d = rowAt(at + 3 * line, across);
  } else {
    a = rowBeside(pixels, width, height, i - 1, j - 1, across);
    b = rowBeside(pixels, width, height, i - 1, j, across);
    c = rowBeside(pixels, width, height, i - 1, j + 1, across);
    d = rowBeside(pixels, width, height, i - 1, j + 2, across);
  }
  const outer = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(down, down, 0, 0, 0, 0), a),
    f32x4.mul(v128.shuffle<u32>(down, down, 3, 3, 3, 3), d),
  );
  const inner = f32x4.add(
    f32x4.mul(v128.shuffle<u32>(down, down, 1, 1, 1, 1), b),
    f32x4.mul(v128.shuffle<u32>(down, down, 2, 2, 2, 2), c),
  );
  return f32x4.add(outer, inner);
}

/** A sample by cubic weights, held to what can be: those ring at edges. */
function heldCubicAt(told: usize, x: f64, y: f64): v128 {
  const value = cubicAt(told, x, y);
  const zero = f32x4.splat(0);
  const alpha = f32x4.max(
    zero,
    f32x4.min(f32x4.splat(1), v128.shuffle<u32>(value, value, 3, 3, 3, 3)),
  );
  return v128.shuffle<u32>(f32x4.max(zero, value), alpha, 0, 1, 2, 7);
}

/** See mean-of-maps.ts. */
export function meanOfMaps(
  told: usize,
  maps: usize,
  mapCount: i32,
  fromX: i32,
  fromY: i32,
  to: usize,
  width: i32,
  height: i32,
): void {
  for (let y = 0; y < height; y++) {
    const py = <f64>(fromY + y) + 0.5;
    for (let x = 0; x < width; x++, to += 16) {
      const px = <f64>(fromX + x) + 0.5;
      let sum = f32x4.splat(0);
      let map = maps;
      for (let k = 0; k < mapCount; k++, map += 56) {
        const u = load<f64>(map) * px + load<f64>(map, 16) * py + load<f64>(map, 32);
        const v = load<f64>(map, 8) * px + load<f64>(map, 24) * py + load<f64>(map, 40);
        const weight = f32x4.splat(<f32>load<f64>(map, 48));
        sum = f32x4.add(sum, f32x4.mul(weight, cubicAt(told, u - 0.5, v - 0.5)));
      }
      v128.store(to, sum);
    }
  }
}

/** See sample-places.ts. */
export function samplePlaces(
  levels: usize,
  levelCount: i32,
  places: usize,
  to: usize,
  width: i32,
  height: i32,
  most: f64,
): void {
  const line = (<usize>(width + 1)) << 4;
  const zero = f32x4.splat(0);
  for (let y = 0; y < height; y++) {
    let at = places + <usize>y * line;
    for (let x = 0; x < width; x++, at += 16, to += 16) {
      const u = load<f64>(at);
      const v = load<f64>(at, 8);
      const ax = load<f64>(at, 16) - u;
      const ay = load<f64>(at, 24) - v;
      const dx = load<f64>(at + line) - u;
      const dy = load<f64>(at + line, 8) - v;
      const wide = sqrt(ax * ax + ay * ay);
      const high = sqrt(dx * dx + dy * dy);
      const across = wide > most ? 1 : wide;
      const down = high > most ? 1 : high;
      if (!(across <= 1.25 && down <= 1.25)) {
        const least = min(across, down);
        let level = 0;
        let size: f64 = 1;
        while (level < levelCount - 1 && least > size * 2.5) {
          level++;
          size *= 2;
        }
        const told = levels + <usize>level * 20;
        const m = <i32>max(1.0, min(8.0, ceil(across / size - 0.01)));
        const n = <i32>max(1.0, min(8.0, ceil(down / size - 0.01)));
        const share = 1 / size;
        let sum = zero;
        for (let j = 0; j < n; j++) {
          const t = (<f64>j + 0.5) / <f64>n - 0.5;
          for (let i = 0; i < m; i++) {
            const s = (<f64>i + 0.5) / <f64>m - 0.5;
            const px = u + (wide > most ? 0 : s * ax) + (high > most ? 0 : t * dx);
            const py = v + (wide > most ? 0 : s * ay) + (high > most ? 0 : t * dy);
            sum = f32x4.add(sum, between(told, px * share - 0.5, py * share - 0.5));
          }
        }
        v128.store(to, f32x4.mul(sum, f32x4.splat(<f32>(1 / <f64>(m * n)))));
        continue;
      }
      v128.store(to, heldCubicAt(levels, u - 0.5, v - 0.5));
    }
  }
}
