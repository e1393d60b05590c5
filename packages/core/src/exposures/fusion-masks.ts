/** How strongly the shares keep to the weights that they begin from, where several would draw the same. */
const KEEPS = 1e-3;

/** Light darker than this is told apart no better. */
const DARKEST = 0.002;

/** How much a difference of light is seen, where there is so much of it: about the slope of encoding. */
function seen(light: number): number {
  return Math.max(DARKEST, light) ** -0.58;
}

/** So often shares below nothing are set to nothing and the others solved again. */
const ROUNDS = 4;

/**
 * The share of each frame that together come nearest to a picture, pixel by pixel: least squares on shares that are not
 * below nothing and add up to one, near given weights where the frames leave it open.
 * @param frames values of each frame, three a pixel, in linear light, in which they are mixed
 * @param wanted values of the picture in the same space
 * @param weights shares to keep near to, adding up to one
 * @returns shares of each frame, 0..1
 */
export function fusionShares(
  frames: readonly Float32Array[],
  wanted: Float32Array,
  weights: readonly Float32Array[],
): Float32Array[] {
  const count = wanted.length / 3;
  const n = frames.length;
  const shares = frames.map(() => new Float32Array(count));
  const own = new Float64Array(n);
  const free = new Uint8Array(n);
  for (let p = 0; p < count; p++) {
    for (let k = 0; k < n; k++) {
      own[k] = weights[k]?.[p] as number;
      // Beyond its edge a frame has nothing to give.
      free[k] = (own[k] as number) > 0 ? 1 : 0;
    }
    for (let round = 0; round < ROUNDS; round++) {
      if (!step(frames, wanted, p, own, free)) break;
    }
    let sum = 0;
    for (let k = 0; k < n; k++) sum += Math.max(0, own[k] as number);
    for (let k = 0; k < n; k++) {
      (shares[k] as Float32Array)[p] = sum > 0 ? Math.max(0, own[k] as number) / sum : 1 / n;
    }
  }
  return shares;
}

/**
 * Moves the free shares of a pixel to where they fit best and add up to one; those that fell below nothing are held
 * there. Returns whether there were any.
 */
function step(
  frames: readonly Float32Array[],
  wanted: Float32Array,
  p: number,
  own: Float64Array,
  free: Uint8Array,
): boolean {
  const n = frames.length;
  const i = p * 3;
  // The mean of the free frames is taken out, so that changes add up to nothing.
  let freed = 0;
  for (let k = 0; k < n; k++) freed += free[k] as number;
  if (freed < 2) return false;
  const off = [0, 0, 0];
  const mean = [0, 0, 0];
  const steep = [0, 1, 2].map((c) => seen(wanted[i + c] as number));
  for (let c = 0; c < 3; c++) {
    const slope = steep[c] as number;
    let [sum, all] = [0, 0];
    for (let k = 0; k < n; k++) {
      const value = frames[k]?.[i + c] as number;
      sum += value * (own[k] as number);
      if (free[k]) all += value;
    }
    off[c] = slope * ((wanted[i + c] as number) - sum);
    mean[c] = all / freed;
  }
  // The least change of shares that takes the difference away: three unknowns, whatever the number of frames.
  const m = [0, 0, 0, 0, 0, 0];
  for (let k = 0; k < n; k++) {
    if (!free[k]) continue;
    const [a, b, c] = [0, 1, 2].map(
      (j) => (steep[j] as number) * ((frames[k]?.[i + j] as number) - (mean[j] as number)),
    ) as [number, number, number];
    m[0] = (m[0] as number) + a * a;
    m[1] = (m[1] as number) + a * b;
    m[2] = (m[2] as number) + a * c;
    m[3] = (m[3] as number) + b * b;
    m[4] = (m[4] as number) + b * c;
    m[5] = (m[5] as number) + c * c;
  }
  const [s00, s01, s02, s11, s12, s22] = [
    (m[0] as number) + KEEPS,
    m[1] as number,
    m[2] as number,
    (m[3] as number) + KEEPS,
    m[4] as number,
    (m[5] as number) + KEEPS,
  ];
  const i00 = s11 * s22 - s12 * s12;
  const i01 = s02 * s12 - s01 * s22;
  const i02 = s01 * s12 - s02 * s11;
  const by = 1 / (s00 * i00 + s01 * i01 + s02 * i02);
  const [x, y, z] = off as [number, number, number];
  const r = (i00 * x + i01 * y + i02 * z) * by;
  const g = (i01 * x + (s00 * s22 - s02 * s02) * y + (s01 * s02 - s00 * s12) * z) * by;
  const b = (i02 * x + (s01 * s02 - s00 * s12) * y + (s00 * s11 - s01 * s01) * z) * by;
  let fell = false;
  let lost = 0;
  for (let k = 0; k < n; k++) {
    if (!free[k]) continue;
    const at = (j: number) =>
      (steep[j] as number) * ((frames[k]?.[i + j] as number) - (mean[j] as number));
    own[k] = (own[k] as number) + r * at(0) + g * at(1) + b * at(2);
    if ((own[k] as number) < 0) {
      lost += own[k] as number;
      own[k] = 0;
      free[k] = 0;
      freed--;
      fell = true;
    }
  }
  if (fell) for (let k = 0; k < n; k++) if (free[k]) own[k] = (own[k] as number) + lost / freed;
  return fell;
}

/**
 * The mask of each frame, laid one over the other from the first on, that gives them these shares: how much of what
 * lies behind each covers. The first needs none.
 */
export function masksOfShares(shares: readonly Float32Array[]): Float32Array[] {
  const count = shares[0]?.length ?? 0;
  const masks = shares.map(() => new Float32Array(count));
  for (let p = 0; p < count; p++) {
    let below = shares[0]?.[p] as number;
    (masks[0] as Float32Array)[p] = 1;
    for (let k = 1; k < shares.length; k++) {
      const own = shares[k]?.[p] as number;
      below += own;
      (masks[k] as Float32Array)[p] = below > 1e-9 ? own / below : 0;
    }
  }
  return masks;
}
