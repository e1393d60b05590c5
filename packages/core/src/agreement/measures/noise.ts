import { encode } from '@diplex/kernels';
import type { LightPatch } from '../light-patch';

/** Noise at a lightness: deviations of encoded red, green and blue, in 255ths. */
export interface NoiseBand {
  /** The mean encoded value there, 0..1. */
  readonly at: number;
  readonly sigma: readonly [red: number, green: number, blue: number];
  /** How many places tell it. */
  readonly places: number;
}

export interface Noise {
  readonly bands: readonly NoiseBand[];
  /** How much neighbouring pixels have in common, 0 to below 0.5: what makes grain coarse. */
  readonly alike: number;
  /** How sure it is that all this is noise, and no texture, 0..1. */
  readonly sure: number;
}

/** Places of this side are looked at, in pixels. */
const SIDE = 8;
const COUNT = SIDE * SIDE;

/** What is nearer to black or white than that may be cut off. */
const [BLACK, WHITE] = [0.02, 0.975];

/** Bands of lightness, by encoded value. */
const BANDS = [0, 0.22, 0.42, 0.64, 1] as const;

/** The quietest tenth of all places shows noise, and others texture; of noise alone the tenth is so much below the mean. */
const [QUIET, BELOW] = [0.1, 0.88];

/** Encoded noise differs by no more from one lightness to another; what does is texture. */
const UNEVEN = 1.6;

/** Fewer places say nothing. */
const LEAST = 6;

/** What changes evenly over a place: a constant, both slopes and the three curvatures, orthonormal. */
const EVEN: readonly Float64Array[] = (() => {
  const shapes = [
    () => 1,
    (x: number) => x,
    (_: number, y: number) => y,
    (x: number) => x * x,
    (_: number, y: number) => y * y,
    (x: number, y: number) => x * y,
  ];
  const made: Float64Array[] = [];
  for (const shape of shapes) {
    const values = Float64Array.from({ length: COUNT }, (_, k) =>
      shape((k % SIDE) - (SIDE - 1) / 2, Math.floor(k / SIDE) - (SIDE - 1) / 2),
    );
    for (const before of made) {
      const share = values.reduce((sum, value, k) => sum + value * (before[k] as number), 0);
      for (let k = 0; k < COUNT; k++) {
        values[k] = (values[k] as number) - share * (before[k] as number);
      }
    }
    const length = Math.hypot(...values);
    made.push(values.map((value) => value / length));
  }
  return made;
})();

/** What is left of a place when everything that changes evenly is taken away. */
interface Place {
  readonly mean: number;
  /** Variances of the channels, and what red and green have in common. */
  readonly variance: readonly [number, number, number];
  readonly common: number;
  /** What neighbours in a row have in common, in green. */
  readonly beside: number;
}

/**
 * The noise of a picture by lightness and channel: in each small place what is left when everything that changes evenly
 * is taken away, and of all places the quietest (after Olsen 1993). What looks like it and is the same in all channels, and
 * differs much from place to place, is texture.
 * @param patch in its own pixels, not blurred
 */
export function noiseOf({ width, height, light, weights }: LightPatch): Noise {
  const encoded = new Float32Array(light.length);
  for (let i = 0; i < light.length; i++) encoded[i] = encode(light[i] as number);
  const places: Place[] = [];
  for (let y = 0; y + SIDE <= height; y += SIDE) {
    for (let x = 0; x + SIDE <= width; x += SIDE) {
      const found = placeAt(encoded, weights, width, x, y);
      if (found) places.push(found);
    }
  }
  const quiet: Place[] = [];
  let [noisy, all] = [0, 0];
  const bands = BANDS.slice(0, -1).flatMap((from, i) => {
    const within = places
      .filter(({ mean }) => mean >= from && mean < (BANDS[i + 1] as number))
      .sort((a, b) => a.variance[1] - b.variance[1]);
    if (within.length < LEAST) return [];
    const few = within.slice(0, Math.max(2, Math.ceil(QUIET * within.length)));
    quiet.push(...few);
    const texture = textureOf(few, within);
    noisy += (1 - texture) * within.length;
    all += within.length;
    const sigma = ([0, 1, 2] as const).map((c) => {
      const variance = mean(few.map((place) => place.variance[c]));
      return (255 * Math.sqrt(variance * (1 - texture))) / BELOW;
    });
    return [
      {
        at: mean(within.map((place) => place.mean)),
        sigma: sigma as unknown as NoiseBand['sigma'],
        places: within.length,
      },
    ];
  });
  const least = [0, 1, 2].map((c) => Math.min(...bands.map(({ sigma }) => sigma[c] as number)));
  const kept = bands.map((band) => ({
    ...band,
    sigma: band.sigma.map((value, c) =>
      Math.min(value, UNEVEN * (least[c] as number)),
    ) as unknown as NoiseBand['sigma'],
  }));
  const variance = mean(quiet.map((place) => place.variance[1]));
  const alike = variance > 0 ? mean(quiet.map(({ beside }) => beside)) / variance : 0;
  return {
    bands: kept,
    alike: Math.max(0, Math.min(0.45, alike)),
    sure: all > 0 ? noisy / all : 0,
  };
}

function mean(values: readonly number[]): number {
  return values.reduce((sum, value) => sum + value, 0) / Math.max(1, values.length);
}

/** Which share of the quietest places' variance is texture rather than noise. */
function textureOf(quiet: readonly Place[], sorted: readonly Place[]): number {
  const [first] = quiet;
  const middle = sorted[Math.floor(sorted.length / 2)];
  if (!first || !middle) return 0;
  const own = mean(quiet.map(({ variance }) => Math.sqrt(variance[0] * variance[1])));
  const common = own > 0 ? mean(quiet.map((place) => place.common)) / own : 0;
  const ratio = Math.sqrt(mean(quiet.map(({ variance }) => variance[1])) / middle.variance[1]);
  const uneven = 1 - Math.min(1, ratio / BELOW);
  return Math.max(0, Math.min(1, common)) * Math.min(1, 2 * uneven);
}

const room = [0, 1, 2].map(() => new Float64Array(COUNT));

function placeAt(
  encoded: Float32Array,
  weights: Float32Array,
  width: number,
  left: number,
  top: number,
): Place | null {
  let sum = 0;
  for (let k = 0; k < COUNT; k++) {
    const p = (top + Math.floor(k / SIDE)) * width + left + (k % SIDE);
    if ((weights[p] as number) <= 0) return null;
    for (let c = 0; c < 3; c++) {
      const value = encoded[p * 3 + c] as number;
      if (value < BLACK || value > WHITE) return null;
      sum += value;
      (room[c] as Float64Array)[k] = value;
    }
  }
  const variance = room.map((values) => {
    for (const even of EVEN) {
      let share = 0;
      for (let k = 0; k < COUNT; k++) share += (values[k] as number) * (even[k] as number);
      for (let k = 0; k < COUNT; k++)
        values[k] = (values[k] as number) - share * (even[k] as number);
    }
    let squares = 0;
    for (const value of values) squares += value * value;
    return squares / (COUNT - EVEN.length);
  });
  const [red, green] = room as [Float64Array, Float64Array, Float64Array];
  let [common, beside] = [0, 0];
  for (let k = 0; k < COUNT; k++) {
    common += (red[k] as number) * (green[k] as number);
    if (k % SIDE < SIDE - 1) beside += (green[k] as number) * (green[k + 1] as number);
  }
  return {
    mean: sum / (3 * COUNT),
    variance: variance as unknown as Place['variance'],
    common: common / (COUNT - EVEN.length),
    // Taking away what is even leaves neighbours a little opposed.
    beside: beside / (COUNT - SIDE) + 0.1 * (variance[1] as number),
  };
}
