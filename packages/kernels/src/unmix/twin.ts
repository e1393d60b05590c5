import { InvertedSpread, noiseAt, type Spread } from './inverted-spread';
import { CLUSTER_NUMBERS, UNMIX } from './unmix-numbers';

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

interface Cluster {
  readonly share: number;
  readonly mean: readonly [number, number, number];
  readonly spread: Spread;
}

function clustersOf(told: Float64Array, count: number, from: number): Cluster[] {
  return Array.from({ length: count }, (_, k) => {
    const at = from + k * CLUSTER_NUMBERS;
    const [share = 0, r = 0, g = 0, b = 0, ...spread] = told.subarray(at, at + CLUSTER_NUMBERS);
    return { share, mean: [r, g, b], spread: spread as unknown as Spread };
  });
}

/** The twin of unmixPixel. */
export function unmixPixelTwin(told: Float64Array, r: number, g: number, b: number): void {
  const kept = clustersOf(told, told[UNMIX.keptCount] as number, UNMIX.kept);
  const dropped = clustersOf(told, told[UNMIX.droppedCount] as number, UNMIX.dropped);
  const pure = told[UNMIX.pure] as number;
  const noise = [noiseAt(r), noiseAt(g), noiseAt(b)] as const;
  const inverse = new InvertedSpread();
  let [sum, first, second] = [0, 0, 0];
  const add = (weight: number, alpha: number, variance: number) => {
    sum += weight;
    first += weight * alpha;
    second += weight * (alpha * alpha + variance);
  };
  const addPure = ({ share, mean, spread }: Cluster, alpha: number) => {
    inverse.set(spread, noise);
    const fits = inverse.likelihood(r - mean[0], g - mean[1], b - mean[2]);
    add(pure * share * fits, alpha, PURE_VARIANCE);
  };
  /** Mixed from two clusters: alpha by least squares under the mixed covariance, found in two steps. */
  const addPair = (above: Cluster, below: Cluster, share: number) => {
    const d0 = above.mean[0] - below.mean[0];
    const d1 = above.mean[1] - below.mean[1];
    const d2 = above.mean[2] - below.mean[2];
    const c0 = r - below.mean[0];
    const c1 = g - below.mean[1];
    const c2 = b - below.mean[2];
    let alpha = (c0 * d0 + c1 * d1 + c2 * d2) / (d0 * d0 + d1 * d1 + d2 * d2 + 1e-6);
    alpha = Math.max(0, Math.min(1, alpha));
    let variance = 1;
    for (let step = 0; step < 2; step++) {
      inverse.setMixed(above.spread, below.spread, alpha, noise);
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
    add((1 - 2 * pure) * share * fits * reach, alpha, Math.min(variance, MOST_VARIANCE));
  };
  for (const side of kept) addPure(side, 1);
  for (const side of dropped) addPure(side, 0);
  inverse.set(UNSEEN_SPREAD, noise);
  const unseen = pure * inverse.likelihood(0, 0, 0);
  add(unseen * UNSEEN.kept, 1, UNSEEN_VARIANCE);
  add(unseen * UNSEEN.dropped, 0, UNSEEN_VARIANCE);
  for (const above of kept) {
    for (const below of dropped) {
      const share = above.share * below.share;
      if (share >= LEAST_PAIR) addPair(above, below, share);
    }
  }
  const explained = sum > 0;
  const alpha = explained ? first / sum : 0;
  told[UNMIX.alpha] = alpha;
  told[UNMIX.variance] = explained ? Math.max(0, second / sum - alpha * alpha) : 0.25;
  told[UNMIX.explained] = explained ? 1 : 0;
}
