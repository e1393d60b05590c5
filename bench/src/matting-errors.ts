/** A picture of single values. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** The errors of Rhemann et al. 2009 over the unsure pixels; all but `mse` in thousands. */
export interface MatteErrors {
  readonly sad: number;
  readonly mse: number;
  readonly gradient: number;
  readonly connectivity: number;
}

export function matteErrors(alpha: Plane, truth: Plane, unsure: Int32Array): MatteErrors {
  let sad = 0;
  let mse = 0;
  for (const p of unsure) {
    const off = (alpha.data[p] as number) - (truth.data[p] as number);
    sad += Math.abs(off);
    mse += off * off;
  }
  const [a, b] = [gradientOf(alpha), gradientOf(truth)];
  let gradient = 0;
  for (const p of unsure) gradient += ((a[p] as number) - (b[p] as number)) ** 2;
  return {
    ...{ sad: sad / 1000, mse: mse / unsure.length, gradient: gradient / 1000 },
    connectivity: connectivityError(alpha, truth, unsure) / 1000,
  };
}

const SIGMA = 1.4;

/** How steep a plane is, by derivatives of a Gaussian. */
function gradientOf({ width, height, data }: Plane): Float32Array {
  const reach = Math.ceil(3 * SIGMA);
  const taps = Array.from({ length: 2 * reach + 1 }, (_, i) => i - reach);
  const bell = taps.map((t) => Math.exp((-t * t) / (2 * SIGMA * SIGMA)));
  const whole = bell.reduce((sum, value) => sum + value, 0);
  const smooth = bell.map((value) => value / whole);
  const slope = smooth.map((value, i) => (-(taps[i] as number) / (SIGMA * SIGMA)) * value);
  const along = (from: Float32Array, kernel: number[], step: 'x' | 'y') =>
    from.map((_, p) => {
      const [x, y] = [p % width, Math.floor(p / width)];
      let sum = 0;
      for (let k = 0; k < kernel.length; k++) {
        const off = taps[k] as number;
        const u = step === 'x' ? Math.max(0, Math.min(width - 1, x + off)) : x;
        const v = step === 'y' ? Math.max(0, Math.min(height - 1, y + off)) : y;
        sum += (kernel[k] as number) * (from[v * width + u] as number);
      }
      return sum;
    });
  const dx = along(along(data, slope, 'x'), smooth, 'y');
  const dy = along(along(data, smooth, 'x'), slope, 'y');
  return dx.map((value, p) => Math.hypot(value, dy[p] as number));
}

const STEPS = 10;
/** Pixels that hang together up to so much less than their own value count as connected. */
const SLACK = 0.15;

/** How much less each pixel hangs together with what both mattes are sure of. */
function connectivityError(alpha: Plane, truth: Plane, unsure: Int32Array): number {
  const level = new Float32Array(alpha.data.length).fill(-1);
  for (let step = 1; step <= STEPS; step++) {
    const threshold = step / STEPS;
    const largest = largestRegion(alpha, truth, threshold);
    for (let p = 0; p < level.length; p++) {
      if (level[p] === -1 && largest[p] === 0) level[p] = (step - 1) / STEPS;
    }
  }
  const connected = (value: number, p: number) => {
    const held = level[p] === -1 ? 1 : (level[p] as number);
    const off = value - held;
    return 1 - (off >= SLACK ? off : 0);
  };
  let sum = 0;
  for (const p of unsure) {
    sum += Math.abs(connected(alpha.data[p] as number, p) - connected(truth.data[p] as number, p));
  }
  return sum;
}

/** The largest region in which both mattes are at least `threshold`, 1 inside. */
function largestRegion({ width, data }: Plane, truth: Plane, threshold: number): Uint8Array {
  const both = Uint8Array.from(data, (value, p) =>
    value >= threshold && (truth.data[p] as number) >= threshold ? 1 : 0,
  );
  const seen = new Uint8Array(both.length);
  let best: number[] = [];
  for (let start = 0; start < both.length; start++) {
    if (both[start] === 0 || seen[start] === 1) continue;
    const region = [start];
    seen[start] = 1;
    for (let i = 0; i < region.length; i++) {
      const p = region[i] as number;
      const x = p % width;
      const beside = [x > 0 ? p - 1 : -1, x < width - 1 ? p + 1 : -1, p - width, p + width];
      for (const q of beside) {
        if (q < 0 || q >= both.length || both[q] === 0 || seen[q] === 1) continue;
        seen[q] = 1;
        region.push(q);
      }
    }
    if (region.length > best.length) best = region;
  }
  const largest = new Uint8Array(both.length);
  for (const p of best) largest[p] = 1;
  return largest;
}
