import { InvertedSpread, noiseAt } from './inverted-spread';
import type { SideGaussian, SideModel } from './side-model';

/** What colours alone say of alpha at one pixel. */
export interface Unmixed {
  alpha: number;
  variance: number;
}

/** The share of pixels that are thought to be wholly kept, and as many wholly dropped. */
const USUALLY_PURE = 0.3;
/**
 * How likely it is that a kept colour was seen nowhere, and a dropped one: backdrops are larger and more varied than what
 * stands before them, and without the second sheer cloth before clutter is taken for solid.
 */
const UNSEEN = { kept: 0.02 * 0.3, dropped: 0.04 * 0.3 } as const;
const UNSEEN_SPREAD = [0.04, 0.03, 0.03, 0.04, 0.03, 0.04] as const;
const UNSEEN_VARIANCE = 0.02;
/** A pair of clusters that is less likely than this is left out. */
const LEAST_PAIR = 0.012;
const PURE_VARIANCE = 1e-4;
const MOST_VARIANCE = 0.08;

type Rgb = readonly [number, number, number];

function meanColour(sides: readonly SideGaussian[]): Rgb {
  const mean: [number, number, number] = [0, 0, 0];
  for (const { share, mean: own } of sides) {
    for (let c = 0; c < 3; c++) mean[c] = (mean[c] as number) + share * (own[c] as number);
  }
  return mean;
}

/** Where a colour lies on the line from `below` to `above`, 0..1. */
function between(above: Rgb, below: Rgb, r: number, g: number, b: number): number {
  const [x, y, z] = [above[0] - below[0], above[1] - below[1], above[2] - below[2]];
  const along = (r - below[0]) * x + (g - below[1]) * y + (b - below[2]) * z;
  return Math.max(0, Math.min(1, along / (x * x + y * y + z * z + 1e-6)));
}

/**
 * Unmixes colours into what is kept and what is dropped: the mean and the variance of alpha over all
 * pairs of near clusters, after Chuang, Curless, Salesin and Szeliski (2001), with the hypotheses
 * that a pixel is wholly one side, or shows a colour of either that was seen nowhere. Where the two sides
 * have the same colours the variance is large, so that nothing is claimed.
 */
export class Unmixer {
  private sum = 0;
  private first = 0;
  private second = 0;
  /** Variance of the noise in each channel, at this pixel's brightness. */
  private noise: [number, number, number] = [0, 0, 0];
  private readonly inverse = new InvertedSpread();

  constructor(
    private readonly kept: SideModel,
    private readonly dropped: SideModel,
    /** The share of pixels that are thought to be wholly kept, and as many wholly dropped. */
    private readonly pure: number = USUALLY_PURE,
  ) {}

  /** `linear` is interleaved RGB, `i` where the pixel's colour begins in it. */
  unmix(x: number, y: number, linear: Float32Array, i: number, into: Unmixed): void {
    const [r, g, b] = [linear[i], linear[i + 1], linear[i + 2]] as [number, number, number];
    const kept = this.kept.near(x, y);
    const dropped = this.dropped.near(x, y);
    this.sum = 0;
    this.first = 0;
    this.second = 0;
    this.noise = [noiseAt(r), noiseAt(g), noiseAt(b)];
    for (const side of kept) this.addPure(side, r, g, b, 1);
    for (const side of dropped) this.addPure(side, r, g, b, 0);
    this.inverse.set(UNSEEN_SPREAD, this.noise);
    const unseen = this.pure * this.inverse.likelihood(0, 0, 0);
    this.add(unseen * UNSEEN.kept, 1, UNSEEN_VARIANCE);
    this.add(unseen * UNSEEN.dropped, 0, UNSEEN_VARIANCE);
    for (const above of kept) {
      for (const below of dropped) {
        const share = above.share * below.share;
        if (share >= LEAST_PAIR) this.addPair(above, below, share, r, g, b);
      }
    }
    if (this.sum > 0) {
      into.alpha = this.first / this.sum;
      into.variance = Math.max(0, this.second / this.sum - into.alpha * into.alpha);
    } else {
      // Nothing explains the colour: then where it lies between the means of both sides.
      into.alpha = between(meanColour(kept), meanColour(dropped), r, g, b);
      into.variance = 0.25;
    }
  }

  private add(weight: number, alpha: number, variance: number): void {
    this.sum += weight;
    this.first += weight * alpha;
    this.second += weight * (alpha * alpha + variance);
  }

  private addPure(side: SideGaussian, r: number, g: number, b: number, alpha: number): void {
    const [m0, m1, m2] = side.mean;
    this.inverse.set(side.spread, this.noise);
    const fits = this.inverse.likelihood(r - m0, g - m1, b - m2);
    this.add(this.pure * side.share * fits, alpha, PURE_VARIANCE);
  }

  /** Mixed from two clusters: alpha by least squares under the mixed covariance, found in two steps. */
  private addPair(
    above: SideGaussian,
    below: SideGaussian,
    share: number,
    r: number,
    g: number,
    b: number,
  ): void {
    const d0 = above.mean[0] - below.mean[0];
    const d1 = above.mean[1] - below.mean[1];
    const d2 = above.mean[2] - below.mean[2];
    const c0 = r - below.mean[0];
    const c1 = g - below.mean[1];
    const c2 = b - below.mean[2];
    let alpha = (c0 * d0 + c1 * d1 + c2 * d2) / (d0 * d0 + d1 * d1 + d2 * d2 + 1e-6);
    alpha = Math.max(0, Math.min(1, alpha));
    let variance = 1;
    const { inverse } = this;
    for (let step = 0; step < 2; step++) {
      inverse.setMixed(above.spread, below.spread, alpha, this.noise);
      const x = inverse.row(0, d0, d1, d2);
      const y = inverse.row(1, d0, d1, d2);
      const z = inverse.row(2, d0, d1, d2);
      const firm = x * d0 + y * d1 + z * d2;
      // Two sides of the very same colour: any alpha explains it, and none is claimed.
      if (!(firm > 0)) {
        variance = MOST_VARIANCE;
        break;
      }
      variance = 1 / firm;
      alpha = Math.max(0, Math.min(1, (x * c0 + y * c1 + z * c2) / firm));
    }
    const fits = inverse.likelihood(c0 - alpha * d0, c1 - alpha * d1, c2 - alpha * d2);
    // All alphas are alike before the colour is seen, and only some of them fit it.
    const reach = Math.min(1, Math.sqrt(2 * Math.PI * variance));
    this.add((1 - 2 * this.pure) * share * fits * reach, alpha, Math.min(variance, MOST_VARIANCE));
  }
}
