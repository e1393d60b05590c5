import { KNOWN, type MatteInput, type Unknowns } from './trimap';

/** The neighbours of a pixel that come after it in its 5 x 5 surroundings. */
const AFTER: readonly (readonly [dx: number, dy: number])[] = [0, 1, 2].flatMap((dy) =>
  [-2, -1, 0, 1, 2].flatMap((dx) => (dy > 0 || dx > 0 ? [[dx, dy] as const] : [])),
);

/** Which of AFTER a step of (dx, dy) is, at dy * 5 + dx + 2. */
const STEP = Int8Array.from({ length: 15 }, (_, i) =>
  AFTER.findIndex(([dx, dy]) => dy * 5 + dx + 2 === i),
);

/** A symmetric system over the unknowns: 5 x 5 neighbours, each pair held once. */
export interface MattingSystem {
  readonly count: number;
  readonly diagonal: Float64Array;
  readonly right: Float64Array;
  /** Twelve for each unknown: the factors to those that come after it, and their numbers (or -1). */
  readonly factors: Float32Array;
  readonly others: Int32Array;
}

/**
 * The matting Laplacian of 3 x 3 windows over the unsure pixels, with what is known moved to the right
 * side (Levin, Lischinski and Weiss 2008).
 * @param regulariser of the colour covariance of a window; 1e-7 is usual
 */
export function mattingLaplacian(
  { width, height, linear, known }: MatteInput,
  { pixel, at }: Unknowns,
  regulariser: number,
): MattingSystem {
  const count = pixel.length;
  const diagonal = new Float64Array(count);
  const right = new Float64Array(count);
  const steps = AFTER.length;
  const factors = new Float32Array(count * steps);
  const others = new Int32Array(count * steps).fill(-1);
  for (let u = 0; u < count; u++) {
    const p = pixel[u] as number;
    const [left, top] = [p % width, Math.floor(p / width)];
    AFTER.forEach(([dx, dy], k) => {
      const [x, y] = [left + dx, top + dy];
      if (x >= 0 && x < width && y < height) others[u * steps + k] = at[y * width + x] as number;
    });
  }
  const places = new Int32Array(9);
  const off = new Float64Array(27);
  const whitened = new Float64Array(27);
  for (let cy = 1; cy < height - 1; cy++) {
    for (let cx = 1; cx < width - 1; cx++) {
      const centre = cy * width + cx;
      if (!touches(at, centre, width)) continue;
      for (let k = 0; k < 9; k++) {
        places[k] = centre + (Math.floor(k / 3) - 1) * width + (k % 3) - 1;
      }
      whiten(linear, places, regulariser, off, whitened);
      for (let a = 0; a < 9; a++) {
        const pa = places[a] as number;
        const ua = at[pa] as number;
        for (let b = a; b < 9; b++) {
          const pb = places[b] as number;
          const ub = at[pb] as number;
          if (ua < 0 && ub < 0) continue;
          const inner =
            (whitened[a * 3] as number) * (off[b * 3] as number) +
            (whitened[a * 3 + 1] as number) * (off[b * 3 + 1] as number) +
            (whitened[a * 3 + 2] as number) * (off[b * 3 + 2] as number);
          const value = (a === b ? 1 : 0) - (1 + inner) / 9;
          if (a === b) diagonal[ua] = (diagonal[ua] as number) + value;
          else if (ua >= 0 && ub >= 0) {
            const dy = Math.floor(b / 3) - Math.floor(a / 3);
            const step = STEP[dy * 5 + (b % 3) - (a % 3) + 2] as number;
            const entry = ua * steps + step;
            factors[entry] = (factors[entry] as number) + value;
          } else if (ua >= 0) {
            if (known[pb] === KNOWN.keep) right[ua] = (right[ua] as number) - value;
          } else if (known[pa] === KNOWN.keep) right[ub] = (right[ub] as number) - value;
        }
      }
    }
  }
  return { count, diagonal, right, factors, others };
}

/** Whether an unknown lies in the 3 x 3 window about a pixel. */
function touches(at: Int32Array, centre: number, width: number): boolean {
  for (let p = centre - width; p <= centre + width; p += width) {
    if ((at[p - 1] as number) >= 0 || (at[p] as number) >= 0 || (at[p + 1] as number) >= 0) {
      return true;
    }
  }
  return false;
}

/** The window's colours less their mean, and the same times the inverse of their covariance. */
function whiten(
  linear: Float32Array,
  places: Int32Array,
  regulariser: number,
  off: Float64Array,
  whitened: Float64Array,
): void {
  let [m0, m1, m2] = [0, 0, 0];
  for (let k = 0; k < 9; k++) {
    const p = (places[k] as number) * 3;
    m0 += linear[p] as number;
    m1 += linear[p + 1] as number;
    m2 += linear[p + 2] as number;
  }
  m0 /= 9;
  m1 /= 9;
  m2 /= 9;
  const least = regulariser / 9;
  let [s00, s01, s02, s11, s12, s22] = [least, 0, 0, least, 0, least];
  for (let k = 0; k < 9; k++) {
    const p = (places[k] as number) * 3;
    const a = (linear[p] as number) - m0;
    const b = (linear[p + 1] as number) - m1;
    const c = (linear[p + 2] as number) - m2;
    off[k * 3] = a;
    off[k * 3 + 1] = b;
    off[k * 3 + 2] = c;
    s00 += (a * a) / 9;
    s01 += (a * b) / 9;
    s02 += (a * c) / 9;
    s11 += (b * b) / 9;
    s12 += (b * c) / 9;
    s22 += (c * c) / 9;
  }
  const i00 = s11 * s22 - s12 * s12;
  const i01 = s02 * s12 - s01 * s22;
  const i02 = s01 * s12 - s02 * s11;
  const i11 = s00 * s22 - s02 * s02;
  const i12 = s01 * s02 - s00 * s12;
  const i22 = s00 * s11 - s01 * s01;
  const by = 1 / (s00 * i00 + s01 * i01 + s02 * i02);
  for (let k = 0; k < 27; k += 3) {
    const a = off[k] as number;
    const b = off[k + 1] as number;
    const c = off[k + 2] as number;
    whitened[k] = (i00 * a + i01 * b + i02 * c) * by;
    whitened[k + 1] = (i01 * a + i11 * b + i12 * c) * by;
    whitened[k + 2] = (i02 * a + i12 * b + i22 * c) * by;
  }
}

/** `out` = the system's matrix, with `weight` added to its diagonal, times `x`. */
export function multiplySystem(
  { count, diagonal, factors, others }: MattingSystem,
  weight: Float64Array,
  x: Float64Array,
  out: Float64Array,
): void {
  for (let u = 0; u < count; u++) {
    out[u] = ((diagonal[u] as number) + (weight[u] as number)) * (x[u] as number);
  }
  const steps = AFTER.length;
  for (let u = 0, entry = 0; u < count; u++) {
    const own = x[u] as number;
    let sum = out[u] as number;
    for (const end = entry + steps; entry < end; entry++) {
      const v = others[entry] as number;
      if (v < 0) continue;
      const factor = factors[entry] as number;
      sum += factor * (x[v] as number);
      out[v] = (out[v] as number) + factor * own;
    }
    out[u] = sum;
  }
}
