import { encode } from '@diplex/kernels';
import { type CurvePoints, LEAST_APART } from '@diplex/steps';
import type { Tones } from '../measures/tones';
import { type AgreementRow, type ProposedStep, signed } from './row';

/** The luminance of a CIE L*. */
function luminanceOf(lightness: number): number {
  const [limit, slope] = [8, 24_389 / 27];
  return lightness > limit ? ((lightness + 16) / 116) ** 3 : lightness / slope;
}

/** The encoded value of a grey of a CIE L*. */
function greyOf(lightness: number): number {
  return encode(luminanceOf(lightness));
}

/** A curve through pairs of lightnesses, from what is there to what should be. */
function curveOf(pairs: readonly (readonly [from: number, to: number])[]): ProposedStep {
  const points: [number, number][] = [];
  for (const [from, to] of [...pairs].sort((a, b) => a[0] - b[0])) {
    const [x, y] = [greyOf(from), greyOf(to)].map((v) => Math.max(0, Math.min(1, v)));
    const before = points.at(-1);
    if (before && (x as number) - before[0] < LEAST_APART) continue;
    points.push([x as number, Math.max(before?.[1] ?? 0, y as number)]);
  }
  return { kind: 'curves', values: { all: points satisfies CurvePoints } };
}

/** What a scene has that the thing has not is its own; what the thing has beyond anything in the scene is not. */
const WITHIN = 0.1;

/** Beyond the scene's darkest there is haze; beyond its lightest there may be a highlight as well. */
const [BEYOND_BLACK, BEYOND_WHITE] = [0.5, 0.3];

/** The darkest of both: haze lifts it, and nothing in a hazy scene lies below. */
export const blackRow: AgreementRow = {
  name: 'black point',
  words: 'Black point',
  round: 'tones',
  scale: [0, 50],
  tolerance: 2,
  compare: ({ tones: subject }, { tones: scene }) => ({
    ...{ subject: subject.black, scene: scene.black, apart: scene.black - subject.black },
    sure: scene.black > subject.black ? BEYOND_BLACK : WITHIN,
  }),
  said: ({ apart }) => signed(apart, 1),
  propose({ apart, sure }, { tones }, _, share) {
    const by = apart * sure * share;
    return curveOf([
      [0, Math.max(0, by)],
      [Math.max(0.5, tones.black), tones.black + by],
      [tones.median, tones.median],
      [100, 100],
    ]);
  },
};

/** The lightest of both. */
export const whiteRow: AgreementRow = {
  name: 'white point',
  words: 'White point',
  round: 'tones',
  scale: [40, 100],
  tolerance: 3,
  compare: ({ tones: subject }, { tones: scene }) => ({
    ...{ subject: subject.white, scene: scene.white, apart: scene.white - subject.white },
    sure: scene.white < subject.white ? BEYOND_WHITE : WITHIN,
  }),
  said: ({ apart }) => signed(apart, 1),
  propose({ apart, sure }, { tones }, _, share) {
    const by = apart * sure * share;
    return curveOf([
      [0, 0],
      [tones.median, tones.median],
      [Math.min(99.5, tones.white), tones.white + by],
      [100, Math.min(100, 100 + by)],
    ]);
  },
};

/** How far apart the quarters are depends on what is seen: only a part of the difference is proposed. */
const TRUST = 0.3;

function half({ lower, upper }: Tones): number {
  return Math.max(1, upper - lower);
}

export const contrastRow: AgreementRow = {
  name: 'contrast',
  words: 'Contrast',
  round: 'tones',
  scale: [0, 60],
  tolerance: 3,
  compare: ({ tones: subject }, { tones: scene }) => ({
    ...{ subject: half(subject), scene: half(scene), apart: half(scene) - half(subject) },
    sure: TRUST,
  }),
  said: ({ subject, scene }) => `${signed(100 * (scene / subject - 1), 0)} %`,
  propose({ subject, scene, sure }, { tones }, _, share) {
    const by = Math.max(0.6, Math.min(1.5, scene / subject)) ** (sure * share);
    const moved = (at: number) => tones.median + (at - tones.median) * by;
    return curveOf([
      [0, 0],
      [tones.lower, moved(tones.lower)],
      [tones.median, tones.median],
      [tones.upper, moved(tones.upper)],
      [100, 100],
    ]);
  },
};
