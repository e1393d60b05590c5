import { InvertedSpread, noiseAt } from '@diplex/kernels';
import { unmixingError } from './reliability';
import { bothSides, type Shows, type SideGaussian } from './side-model';
import { isUnsure, type MatteInput } from './trimap';
import { Unmixer } from './unmix';

/** Which pixels show colours of their side. */
const SHOWS: Shows = { from: 0.7, only: 0.95 };
/** How much brightness of what is kept may vary beyond what was seen. */
const SHADING = 0.2;
/** How far alpha may be off, as a deviation; it is tried at both sides and in between. */
const ALPHA_OFF = 0.06;
const TRIED = [
  [-ALPHA_OFF, 0.25],
  [0, 0.5],
  [ALPHA_OFF, 0.25],
] as const;
/** How likely it is that a pixel is wholly kept whatever its alpha, and how fast that falls with it. */
const PURE = 0.3;
const PURE_REACH = 0.4;
/** A pair of clusters that is less likely than this is left out. */
const LEAST_PAIR = 0.01;
/** At this error of unmixing nearby half of the correction is taken. */
const USUAL_ERROR = 0.035;

/**
 * The colours of what is kept from a picture and its alpha: for every unsure pixel the mean of the colours
 * that could have mixed to what was seen, by the colours of both sides around it (after Chuang, Curless,
 * Salesin and Szeliski 2001), alpha a little off or wholly kept among them. Where such unmixing is wrong
 * about known pixels nearby, the picture's own colour is kept.
 * @param alpha 0..1 for every pixel
 * @returns linear-light RGB, interleaved, as `input.linear`; known pixels keep their colours
 */
export function estimateForeground(input: MatteInput, alpha: Float32Array): Float32Array {
  const { width, known, linear } = input;
  const { kept, dropped } = bothSides(input, alpha, SHOWS, SHADING);
  const error = unmixingError(input, new Unmixer(kept, dropped));
  const mean = new MeanForeground();
  const out = linear.slice();
  for (let p = 0; p < known.length; p++) {
    if (!isUnsure(known[p] as number)) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    const colour = mean.of(linear, p * 3, alpha[p] as number, kept.near(x, y), dropped.near(x, y));
    if (!colour) continue;
    const trust = 1 / (1 + (error.near(x, y) / USUAL_ERROR) ** 2);
    for (let c = 0; c < 3; c++) {
      const seen = linear[p * 3 + c] as number;
      const found = Math.max(0, Math.min(1, colour[c] as number));
      out[p * 3 + c] = seen + trust * (found - seen);
    }
  }
  return out;
}

/** The mean colour of what is kept over all that could have mixed to a pixel. */
class MeanForeground {
  private readonly inverse = new InvertedSpread();
  private readonly sums = new Float64Array(4);

  /** @returns null when nothing explains the pixel */
  of(
    linear: Float32Array,
    i: number,
    alpha: number,
    kept: readonly SideGaussian[],
    dropped: readonly SideGaussian[],
  ): readonly number[] | null {
    const seen = [linear[i], linear[i + 1], linear[i + 2]] as [number, number, number];
    const [r, g, b] = seen;
    const noise = [noiseAt(r), noiseAt(g), noiseAt(b)] as const;
    const { inverse, sums } = this;
    sums.fill(0);
    const pure = PURE * Math.exp(-0.5 * ((1 - alpha) / PURE_REACH) ** 2);
    for (const { share, mean, spread } of kept) {
      inverse.set(spread, noise);
      this.add(pure * share * inverse.likelihood(r - mean[0], g - mean[1], b - mean[2]), r, g, b);
    }
    for (const above of kept) {
      for (const below of dropped) {
        const share = above.share * below.share;
        if (share < LEAST_PAIR) continue;
        for (const [off, weight] of TRIED) {
          const tried = Math.max(0, Math.min(1, alpha + off));
          inverse.setMixed(above.spread, below.spread, tried, noise);
          this.addMixed(above, below, tried, (1 - PURE) * weight * share, seen);
        }
      }
    }
    const whole = sums[3] as number;
    return whole > 0 ? [...sums.subarray(0, 3)].map((sum) => sum / whole) : null;
  }

  /** The kept colour that a pair of clusters explains a pixel by, and how well it does. */
  private addMixed(
    { mean: m, spread: s }: SideGaussian,
    { mean: below }: SideGaussian,
    alpha: number,
    weight: number,
    [r, g, b]: readonly [number, number, number],
  ): void {
    const x = r - alpha * m[0] - (1 - alpha) * below[0];
    const y = g - alpha * m[1] - (1 - alpha) * below[1];
    const z = b - alpha * m[2] - (1 - alpha) * below[2];
    const { inverse } = this;
    const u = alpha * inverse.row(0, x, y, z);
    const v = alpha * inverse.row(1, x, y, z);
    const w = alpha * inverse.row(2, x, y, z);
    this.add(
      weight * inverse.likelihood(x, y, z),
      m[0] + s[0] * u + s[1] * v + s[2] * w,
      m[1] + s[1] * u + s[3] * v + s[4] * w,
      m[2] + s[2] * u + s[4] * v + s[5] * w,
    );
  }

  private add(weight: number, r: number, g: number, b: number): void {
    const { sums } = this;
    sums[0] = (sums[0] as number) + weight * r;
    sums[1] = (sums[1] as number) + weight * g;
    sums[2] = (sums[2] as number) + weight * b;
    sums[3] = (sums[3] as number) + weight;
  }
}
