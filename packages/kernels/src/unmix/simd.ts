// Where the numbers lie, in bytes, and the constants: see unmix-numbers.ts and twin.ts.
const CLUSTER: usize = 80;
const KEPT: usize = 48;
const DROPPED: usize = 48 + 24 * CLUSTER;
const LEAST_PAIR: f64 = 0.012;
const PURE_VARIANCE: f64 = 1e-4;
const MOST_VARIANCE: f64 = 0.08;
const UNSEEN_VARIANCE: f64 = 0.02;

/** The variance of the noise in linear light. */
function noiseAt(light: f64): f64 {
  const deviation = (2.0 / 255.0) * 2.2 * max(light, 0.002) ** 0.55;
  return deviation * deviation;
}

/** How likely a colour is that lies at a distance from a mean, by how far that is in deviations and the determinant. */
function likelihood(off: f64, determinant: f64): f64 {
  return Math.exp(-0.5 * off) / Math.sqrt(max(determinant, 1e-30));
}

/** The likelihood of a step from a mean under a covariance with noise on top. */
function fitOf(x: f64, y: f64, z: f64, s0: f64, s1: f64, s2: f64, s3: f64, s4: f64, s5: f64): f64 {
  const i0 = s3 * s5 - s4 * s4;
  const i1 = s2 * s4 - s1 * s5;
  const i2 = s1 * s4 - s2 * s3;
  const determinant = s0 * i0 + s1 * i1 + s2 * i2;
  const by = 1 / determinant;
  const i3 = s0 * s5 - s2 * s2;
  const i4 = s1 * s2 - s0 * s4;
  const i5 = s0 * s3 - s1 * s1;
  const across = i1 * by * x * y + i2 * by * x * z + i4 * by * y * z;
  const off = i0 * by * x * x + i3 * by * y * y + i5 * by * z * z + 2 * across;
  return likelihood(off, determinant);
}

/** See unmix-pixel.ts. */
export function unmixPixel(told: usize, r: f64, g: f64, b: f64): void {
  const keptEnd = told + KEPT + <usize>load<f64>(told) * CLUSTER;
  const droppedEnd = told + DROPPED + <usize>load<f64>(told, 8) * CLUSTER;
  const pure = load<f64>(told, 16);
  const n0 = noiseAt(r);
  const n1 = noiseAt(g);
  const n2 = noiseAt(b);
  let sum: f64 = 0;
  let first: f64 = 0;
  let second: f64 = 0;
  for (let side = 0; side < 2; side++) {
    const end = side === 0 ? keptEnd : droppedEnd;
    const alpha: f64 = side === 0 ? 1 : 0;
    for (let at = told + (side === 0 ? KEPT : DROPPED); at < end; at += CLUSTER) {
      const fits = fitOf(
        r - load<f64>(at, 8),
        g - load<f64>(at, 16),
        b - load<f64>(at, 24),
        load<f64>(at, 32) + n0,
        load<f64>(at, 40),
        load<f64>(at, 48),
        load<f64>(at, 56) + n1,
        load<f64>(at, 64),
        load<f64>(at, 72) + n2,
      );
      const weight = pure * load<f64>(at) * fits;
      sum += weight;
      first += weight * alpha;
      second += weight * (alpha * alpha + PURE_VARIANCE);
    }
  }
  const unseen = pure * fitOf(0, 0, 0, 0.04 + n0, 0.03, 0.03, 0.04 + n1, 0.03, 0.04 + n2);
  const unseenKept = unseen * (0.02 * 0.3);
  const unseenDropped = unseen * (0.04 * 0.3);
  sum += unseenKept + unseenDropped;
  first += unseenKept;
  second += unseenKept * (1 + UNSEEN_VARIANCE) + unseenDropped * UNSEEN_VARIANCE;
  for (let above = told + KEPT; above < keptEnd; above += CLUSTER) {
    const own = load<f64>(above);
    const m0 = load<f64>(above, 8);
    const m1 = load<f64>(above, 16);
    const m2 = load<f64>(above, 24);
    for (let below = told + DROPPED; below < droppedEnd; below += CLUSTER) {
      const share = own * load<f64>(below);
      if (share < LEAST_PAIR) continue;
      const b0 = load<f64>(below, 8);
      const b1 = load<f64>(below, 16);
      const b2 = load<f64>(below, 24);
      const d0 = m0 - b0;
      const d1 = m1 - b1;
      const d2 = m2 - b2;
      const c0 = r - b0;
      const c1 = g - b1;
      const c2 = b - b2;
      let alpha = (c0 * d0 + c1 * d1 + c2 * d2) / (d0 * d0 + d1 * d1 + d2 * d2 + 1e-6);
      alpha = max(0.0, min(1.0, alpha));
      let variance: f64 = 1;
      let s0: f64 = 0;
      let s1: f64 = 0;
      let s2: f64 = 0;
      let s3: f64 = 0;
      let s4: f64 = 0;
      let s5: f64 = 0;
      for (let step = 0; step < 2; step++) {
        const u = alpha * alpha;
        const v = (1 - alpha) * (1 - alpha);
        s0 = u * load<f64>(above, 32) + v * load<f64>(below, 32) + n0;
        s1 = u * load<f64>(above, 40) + v * load<f64>(below, 40);
        s2 = u * load<f64>(above, 48) + v * load<f64>(below, 48);
        s3 = u * load<f64>(above, 56) + v * load<f64>(below, 56) + n1;
        s4 = u * load<f64>(above, 64) + v * load<f64>(below, 64);
        s5 = u * load<f64>(above, 72) + v * load<f64>(below, 72) + n2;
        const i0 = s3 * s5 - s4 * s4;
        const i1 = s2 * s4 - s1 * s5;
        const i2 = s1 * s4 - s2 * s3;
        const by = 1 / (s0 * i0 + s1 * i1 + s2 * i2);
        const i4 = s1 * s2 - s0 * s4;
        const x = by * (i0 * d0 + i1 * d1 + i2 * d2);
        const y = by * (i1 * d0 + (s0 * s5 - s2 * s2) * d1 + i4 * d2);
        const z = by * (i2 * d0 + i4 * d1 + (s0 * s3 - s1 * s1) * d2);
        const firm = x * d0 + y * d1 + z * d2;
        if (!(firm > 0)) {
          variance = MOST_VARIANCE;
          break;
        }
        variance = 1 / firm;
        alpha = max(0.0, min(1.0, (x * c0 + y * c1 + z * c2) / firm));
      }
      const fits = fitOf(c0 - alpha * d0, c1 - alpha * d1, c2 - alpha * d2, s0, s1, s2, s3, s4, s5);
      const reach = min(1.0, Math.sqrt(2 * Math.PI * variance));
      const weight = (1 - 2 * pure) * share * fits * reach;
      sum += weight;
      first += weight * alpha;
      second += weight * (alpha * alpha + min(variance, MOST_VARIANCE));
    }
  }
  const explained = sum > 0;
  const alpha: f64 = explained ? first / sum : 0;
  store<f64>(told, alpha, 24);
  store<f64>(told, explained ? max(0.0, second / sum - alpha * alpha) : 0.25, 32);
  store<f64>(told, explained ? 1 : 0, 40);
}
