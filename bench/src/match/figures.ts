import type { MatchTruth } from './cases';
import { deltaE2000, type LabPicture, labOf } from './lab';

/** The mean difference of L, a and b in a third of the interior. */
interface Third {
  readonly L: number;
  readonly a: number;
  readonly b: number;
}

/** How far a composite is from the truth: defined in the README of the cases. */
export interface MatchFigures {
  readonly deltaE: number;
  readonly deltaE95: number;
  readonly deltaESmooth: number;
  readonly thirds: { readonly dark: Third; readonly middle: Third; readonly light: Third };
  readonly contrast: number;
  readonly grain: number;
  readonly edge: number;
  readonly shadow: number;
  readonly elsewhere: number;
}

const [INTERIOR, EDGE_FROM, EDGE_TO, WIDENED] = [0.95, 0.02, 0.98, 2];

/** Blurred by this inside the subject, grain counts little. */
const SIGMA = 1.5;

const mean = (values: readonly number[]) =>
  values.length > 0 ? values.reduce((sum, value) => sum + value, 0) / values.length : 0;

function quantile(sorted: readonly number[], share: number): number {
  const at = share * (sorted.length - 1);
  const low = Math.floor(at);
  const [a, b] = [sorted[low] ?? 0, sorted[Math.min(sorted.length - 1, low + 1)] ?? 0];
  return a + (b - a) * (at - low);
}

/** A Gaussian blur among marked pixels only. */
function blurredWithin({ width, height, data }: LabPicture, inside: Uint8Array): Float32Array {
  const reach = Math.ceil(4 * SIGMA);
  const kernel = Array.from({ length: 2 * reach + 1 }, (_, k) =>
    Math.exp(-((k - reach) ** 2) / (2 * SIGMA * SIGMA)),
  );
  let from = new Float32Array(width * height * 4);
  for (let p = 0; p < inside.length; p++) {
    if (!inside[p]) continue;
    for (let c = 0; c < 3; c++) from[p * 4 + c] = data[p * 3 + c] as number;
    from[p * 4 + 3] = 1;
  }
  for (const step of [1, width]) {
    const to = new Float32Array(from.length);
    const count = step === 1 ? width : height;
    for (let p = 0; p < inside.length; p++) {
      const at = step === 1 ? p % width : Math.floor(p / width);
      for (let k = -reach; k <= reach; k++) {
        if (at + k < 0 || at + k >= count) continue;
        const share = kernel[k + reach] as number;
        for (let c = 0; c < 4; c++) {
          to[p * 4 + c] =
            (to[p * 4 + c] as number) + share * (from[(p + k * step) * 4 + c] as number);
        }
      }
    }
    from = to;
  }
  const out = new Float32Array(data.length);
  for (let p = 0; p < inside.length; p++) {
    const all = from[p * 4 + 3] as number;
    if (all > 0) for (let c = 0; c < 3; c++) out[p * 3 + c] = (from[p * 4 + c] as number) / all;
  }
  return out;
}

function widened(marks: Uint8Array, width: number, by: number): Uint8Array {
  let from = marks;
  for (let k = 0; k < by; k++) {
    const to = from.slice();
    for (let p = 0; p < from.length; p++) {
      if (!from[p]) continue;
      if (p % width > 0) to[p - 1] = 1;
      if (p % width < width - 1) to[p + 1] = 1;
      if (p >= width) to[p - width] = 1;
      if (p + width < from.length) to[p + width] = 1;
    }
    from = to;
  }
  return from;
}

function spreadAbout(of: LabPicture, soft: Float32Array, places: readonly number[]): number {
  const away = places.map((p) => (of.data[p * 3] as number) - (soft[p * 3] as number));
  const middle = mean(away);
  return Math.sqrt(mean(away.map((value) => (value - middle) ** 2)));
}

/** @param samples the composite as it is delivered: encoded red, green and blue, 0..255 */
export function figuresOf(samples: Uint8Array, truth: MatchTruth): MatchFigures {
  const { width, height } = truth.picture;
  const [ours, theirs] = [
    labOf(samples, width, height),
    labOf(truth.picture.data as Uint8Array, width, height),
  ];
  const alpha = truth.alpha.data;
  const inside = Uint8Array.from(alpha, (value) => (value > INTERIOR ? 1 : 0));
  const interior = [...inside.keys()].filter((p) => inside[p]);
  const apart = (a: Float32Array, b: Float32Array, places: readonly number[]) =>
    places.map((p) => deltaE2000(a, p * 3, b, p * 3));
  const all = apart(ours.data, theirs.data, interior);
  const sorted = [...all].sort((a, b) => a - b);
  const [soft, softTruth] = [blurredWithin(ours, inside), blurredWithin(theirs, inside)];
  const lightness = (of: LabPicture, p: number) => of.data[p * 3] as number;
  const truthSorted = interior.map((p) => lightness(theirs, p)).sort((a, b) => a - b);
  const oursSorted = interior.map((p) => lightness(ours, p)).sort((a, b) => a - b);
  const limits = [
    Number.NEGATIVE_INFINITY,
    quantile(truthSorted, 1 / 3),
    quantile(truthSorted, 2 / 3),
  ];
  const third = (i: number): Third => {
    const [from, to] = [limits[i] as number, limits[i + 1] ?? Number.POSITIVE_INFINITY];
    const places = interior.filter(
      (p) => lightness(theirs, p) > from && lightness(theirs, p) <= to,
    );
    const away = (c: number) =>
      mean(
        places.map((p) => (ours.data[p * 3 + c] as number) - (theirs.data[p * 3 + c] as number)),
      );
    return { L: away(0), a: away(1), b: away(2) };
  };
  const middleHalf = (of: readonly number[]) => quantile(of, 0.75) - quantile(of, 0.25);
  const border = widened(
    Uint8Array.from(alpha, (value) => (value > EDGE_FROM && value < EDGE_TO ? 1 : 0)),
    width,
    WIDENED,
  );
  const edge = [...border.keys()].filter((p) => border[p]);
  const shade = truth.shadow.data;
  const outside = [...shade.keys()].filter((p) => (alpha[p] as number) < EDGE_FROM);
  const shaded = outside.filter((p) => (shade[p] as number) > 0);
  const rest = outside.filter((p) => shade[p] === 0 && alpha[p] === 0);
  const lightnessOff = (places: readonly number[]) =>
    mean(places.map((p) => Math.abs(lightness(ours, p) - lightness(theirs, p))));
  return {
    deltaE: mean(all),
    deltaE95: quantile(sorted, 0.95),
    deltaESmooth: mean(apart(soft, softTruth, interior)),
    thirds: { dark: third(0), middle: third(1), light: third(2) },
    contrast: middleHalf(oursSorted) / middleHalf(truthSorted),
    grain: spreadAbout(ours, soft, interior) / spreadAbout(theirs, softTruth, interior),
    edge: mean(apart(ours.data, theirs.data, edge)),
    shadow: lightnessOff(shaded),
    elsewhere: lightnessOff(rest),
  };
}
