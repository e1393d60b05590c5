import type { Noise, NoiseBand } from '../measures/noise';
import { type AgreementRow, signed } from './row';

type Channel = 0 | 1 | 2;

/** Encoded values at which the step's three deviations hold. */
const PLACES = { darks: 0.12, mids: 0.45, lights: 0.8 } as const;

/** Sensors have nearly all of their noise apart in each channel. */
const COLOUR = 0.8;

/** A deviation at an encoded value, between those of the bands. */
function noiseAt({ bands }: Noise, at: number, c: Channel): number {
  const [first] = bands;
  if (!first) return 0;
  let before = first;
  for (const band of bands) {
    if (band.at >= at) {
      const t = band.at > before.at ? (at - before.at) / (band.at - before.at) : 1;
      return before.sigma[c] + (band.sigma[c] - before.sigma[c]) * Math.max(0, Math.min(1, t));
    }
    before = band;
  }
  return before.sigma[c];
}

/** What of a deviation is missing: variances add up. */
function missing(subject: number, scene: number): number {
  return Math.sqrt(Math.max(0, scene * scene - subject * subject));
}

function meanOf(bands: readonly NoiseBand[]): number {
  const places = bands.reduce((sum, each) => sum + each.places, 0);
  return bands.reduce((sum, each) => sum + each.places * each.sigma[1], 0) / Math.max(1, places);
}

/** The step's size at which neighbours have so much in common: see the first way of `grain`. */
export function sizeOf(alike: number): number {
  if (alike < 0.02) return 1;
  const share = (1 - Math.sqrt(Math.max(0, 1 - 4 * alike * alike))) / (4 * alike);
  return 1 + 2 * share;
}

/**
 * How strong the step has to be to leave a share of grain, as a share of the grain's own strength: it leaves about
 * exp(-(strength / 0.64) ^ 1.6), as was found by trying it on noise.
 */
function strengthFor(left: number): number {
  return Math.min(1, 0.64 * (-Math.log(Math.max(0.01, left))) ** (1 / 1.6));
}

/** The step that takes out what the thing has more of than its scene. */
function takenOut(subject: Noise, scene: Noise, share: number) {
  const strength = (place: number) => {
    const own = (noiseAt(subject, place, 0) + noiseAt(subject, place, 1)) / 2;
    const its = (noiseAt(scene, place, 0) + noiseAt(scene, place, 1)) / 2;
    if (own <= its) return 0;
    return own * strengthFor(1 - share * (1 - its / own));
  };
  const { darks, mids, lights } = PLACES;
  return {
    kind: 'take-out-grain',
    values: {
      ...{ darks: strength(darks), mids: strength(mids), lights: strength(lights) },
      ...{ size: Math.min(4, sizeOf(subject.alike)), colour: 1 },
    },
  };
}

export const grainRow: AgreementRow = {
  name: 'grain',
  words: 'Grain',
  round: 'grain',
  scale: [0, 8],
  tolerance: 0.3,
  compare({ noise: subject }, { noise: scene }) {
    if (subject.bands.length === 0 || scene.bands.length === 0) return null;
    const [own, its] = [meanOf(subject.bands), meanOf(scene.bands)];
    return {
      ...{ subject: own, scene: its, apart: its - own },
      sure: Math.min(subject.sure, scene.sure),
    };
  },
  said: ({ apart }) => `${signed(apart, 1)} σ`,
  propose({ apart }, { noise: subject }, { noise: scene }, share) {
    if (apart <= 0) return takenOut(subject, scene, share);
    const at = (place: number, c: Channel) =>
      missing(noiseAt(subject, place, c), noiseAt(scene, place, c));
    const strength = (place: number) => (share * (at(place, 0) + at(place, 1))) / 2;
    const { darks, mids, lights } = PLACES;
    const ratio = at(mids, 2) / Math.max(0.01, (at(mids, 0) + at(mids, 1)) / 2);
    return {
      kind: 'grain',
      values: {
        ...{ darks: strength(darks), mids: strength(mids), lights: strength(lights) },
        ...{ size: sizeOf(scene.alike), colour: COLOUR },
        blue: Math.max(0, Math.min(2, ratio - 1)),
      },
    };
  },
};
