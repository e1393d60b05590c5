// Where the numbers of a stroke lie, in bytes: see lay-stroke.ts.
const FIRST_RUN: usize = 48;
const RUN: usize = 24;
const TABLE: usize = 336;
const LAST_PLACE = 27;

/** How much paint the bristle at a place of the table carries. */
function bristleAt(numbers: usize, place: i32): f32 {
  const held = <usize>max(0, min(LAST_PLACE, place));
  return load<f32>(numbers + TABLE + (held << 2));
}

/** Lays paint over a pixel. */
function laid(at: usize, alpha: v128, ridge: v128, colour: v128): void {
  const one = f32x4.splat(1);
  const paint = f32x4.max(f32x4.splat(0), f32x4.min(one, f32x4.add(colour, ridge)));
  const share = f32x4.replace_lane(alpha, 3, 0);
  const below = f32x4.mul(v128.load(at), f32x4.sub(one, share));
  v128.store(at, f32x4.add(below, f32x4.mul(share, paint)));
}

/** See lay-stroke.ts. */
export function layStroke(
  data: usize,
  width: i32,
  height: i32,
  left: i32,
  top: i32,
  numbers: usize,
): void {
  const radius = load<f32>(numbers);
  const count = <i32>load<f32>(numbers, 32);
  const alone = load<f32>(numbers, 36) > 0;
  const wide = load<f32>(numbers, 40);
  const opacity = f32x4.splat(load<f32>(numbers, 4));
  const leftOut = f32x4.splat(load<f32>(numbers, 8));
  const ridgeBy = f32x4.splat(load<f32>(numbers, 12));
  const slopeBy = f32x4.splat(load<f32>(numbers, 16));
  const colour = f32x4.replace_lane(v128.load(numbers, 20), 3, 0);
  const whole = radius + <f32>0.5;
  const farthest = f32x4.splat(whole * whole);
  const reach = radius + 1;
  const firstRun = numbers + FIRST_RUN;
  const part = f32x4.splat(<f32>1 / <f32>count);
  const zero = f32x4.splat(0);
  const one = f32x4.splat(1);
  const steps = f32x4(0, 1, 2, 3);
  let upper: f32 = f32.MAX_VALUE;
  let lower: f32 = -f32.MAX_VALUE;
  for (let k = 0, run = firstRun; k < count; k++, run += RUN) {
    const ay = load<f32>(run, 4);
    const by = ay + load<f32>(run, 12);
    upper = min(upper, min(ay, by));
    lower = max(lower, max(ay, by));
  }
  const begin = max(0, <i32>floor(upper - reach) - top);
  const end = min(height, <i32>ceil(lower + reach) - top);
  for (let v = begin; v < end; v++) {
    const y = <f32>(top + v) + <f32>0.5;
    // Which of a row's pixels any run may reach.
    let from: f32 = f32.MAX_VALUE;
    let to: f32 = -f32.MAX_VALUE;
    for (let k = 0, run = firstRun; k < count; k++, run += RUN) {
      const ay = load<f32>(run, 4);
      const by = ay + load<f32>(run, 12);
      if (y < min(ay, by) - reach || y > max(ay, by) + reach) continue;
      const ax = load<f32>(run);
      const bx = ax + load<f32>(run, 8);
      from = min(from, min(ax, bx));
      to = max(to, max(ax, bx));
    }
    if (from > to) continue;
    const first = max(0, <i32>floor(from - reach) - left);
    const last = min(width, <i32>ceil(to + reach) - left);
    const line = data + ((<usize>(v * width)) << 4);
    for (let u = first; u < last; u += 4) {
      const x = f32x4.add(f32x4.splat(<f32>(left + u) + <f32>0.5), steps);
      let best = f32x4.splat(<f32>3.4e38);
      let at = zero;
      let cross = zero;
      let scaled = zero;
      for (let k = 0, run = firstRun; k < count; k++, run += RUN) {
        const ay = load<f32>(run, 4);
        const high = load<f32>(run, 12);
        // A run that does not reach the row is farther off than anything that counts.
        if (y < min(ay, ay + high) - reach || y > max(ay, ay + high) + reach) continue;
        const dx = v128.load32_splat(run, 8);
        const dy = f32x4.splat(high);
        const px = f32x4.sub(x, v128.load32_splat(run));
        const py = f32x4.splat(y - ay);
        const along = f32x4.mul(
          f32x4.add(f32x4.mul(px, dx), f32x4.mul(py, dy)),
          v128.load32_splat(run, 16),
        );
        const t = f32x4.max(zero, f32x4.min(one, along));
        const ex = f32x4.sub(px, f32x4.mul(t, dx));
        const ey = f32x4.sub(py, f32x4.mul(t, dy));
        const away = f32x4.add(f32x4.mul(ex, ex), f32x4.mul(ey, ey));
        const nearer = f32x4.lt(away, best);
        best = v128.bitselect(away, best, nearer);
        at = v128.bitselect(f32x4.add(f32x4.splat(<f32>k), t), at, nearer);
        const beside = f32x4.sub(f32x4.mul(dx, py), f32x4.mul(dy, px));
        cross = v128.bitselect(beside, cross, nearer);
        scaled = v128.bitselect(v128.load32_splat(run, 20), scaled, nearer);
      }
      const inside = f32x4.lt(best, farthest);
      if (!v128.any_true(inside)) continue;
      const solid = f32x4.min(one, f32x4.sub(f32x4.splat(whole), f32x4.sqrt(best)));
      const across = alone
        ? f32x4.splat((y - load<f32>(firstRun, 4)) / wide)
        : f32x4.mul(cross, scaled);
      const places = f32x4.floor(f32x4.mul(f32x4.add(across, one), f32x4.splat(7)));
      const place = i32x4.add(i32x4.trunc_sat_f32x4_s(places), i32x4.splat(7));
      let bristle = f32x4.splat(bristleAt(numbers, i32x4.extract_lane(place, 0)));
      bristle = f32x4.replace_lane(bristle, 1, bristleAt(numbers, i32x4.extract_lane(place, 1)));
      bristle = f32x4.replace_lane(bristle, 2, bristleAt(numbers, i32x4.extract_lane(place, 2)));
      bristle = f32x4.replace_lane(bristle, 3, bristleAt(numbers, i32x4.extract_lane(place, 3)));
      const gone = f32x4.sub(f32x4.mul(at, part), f32x4.splat(0.45));
      const dry = f32x4.mul(f32x4.max(zero, gone), f32x4.splat(2.56));
      const less = f32x4.min(one, f32x4.mul(bristle, f32x4.add(f32x4.splat(0.45), dry)));
      const much = f32x4.mul(solid, f32x4.sub(one, f32x4.mul(leftOut, less)));
      const alpha = v128.and(inside, f32x4.mul(opacity, much));
      const ridge = f32x4.sub(
        f32x4.mul(ridgeBy, f32x4.sub(bristle, f32x4.splat(0.5))),
        f32x4.mul(slopeBy, across),
      );
      const here = line + ((<usize>u) << 4);
      const left4 = last - u;
      laid(
        here,
        v128.shuffle<u32>(alpha, alpha, 0, 0, 0, 0),
        v128.shuffle<u32>(ridge, ridge, 0, 0, 0, 0),
        colour,
      );
      if (left4 > 1)
        laid(
          here + 16,
          v128.shuffle<u32>(alpha, alpha, 1, 1, 1, 1),
          v128.shuffle<u32>(ridge, ridge, 1, 1, 1, 1),
          colour,
        );
      if (left4 > 2)
        laid(
          here + 32,
          v128.shuffle<u32>(alpha, alpha, 2, 2, 2, 2),
          v128.shuffle<u32>(ridge, ridge, 2, 2, 2, 2),
          colour,
        );
      if (left4 > 3)
        laid(
          here + 48,
          v128.shuffle<u32>(alpha, alpha, 3, 3, 3, 3),
          v128.shuffle<u32>(ridge, ridge, 3, 3, 3, 3),
          colour,
        );
    }
  }
}
