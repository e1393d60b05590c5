import type { AlphaGuess } from './halved-input';
import { type UnmixingError, unmixingError } from './reliability';
import { bothSides, type Shows } from './side-model';
import { isUnsure, type MatteInput } from './trimap';
import { type Unmixed, Unmixer } from './unmix';

/** Which solved pixels show what their side is like. */
const SHOWS: Shows = { from: 0.75, only: 0.98 };

/** How firmly what was unmixed pulls, and the variance that every claim has. */
const PULL = 6e-4;
const LEAST_VARIANCE = 0.02;
/** The error on known pixels at which it pulls so. */
const USUAL_ERROR = 0.01;

/**
 * By how much of what is mixed unmixing lies too low where it is unsure, and the variance at which half of that
 * is added: what is kept mostly varies more than what lies behind it, and of two mixes that explain a pixel
 * the one with less of what varies is the likelier.
 */
const LIES_LOW = 0.4;
const UNSURE = 0.01;

function raised({ alpha, variance }: Unmixed): number {
  return alpha + ((LIES_LOW * variance) / (variance + UNSURE)) * alpha * (1 - alpha);
}

/** What unmixing says of the unsure pixels, and how wrong it is about known ones. */
export interface UnmixedGuess {
  readonly guess: AlphaGuess;
  readonly error: UnmixingError;
}

/** How a guess is made. */
export interface GuessPlan {
  /** How much brightness of what is kept may vary beyond what was seen, as a share. */
  readonly shading: number;
  /** How much of the usual pull a pixel has where unmixing has this error; all when left out. */
  readonly share?: (error: number, x: number, y: number) => number;
  /** Asked now and then; throws to end it. */
  readonly goOn: () => void;
  readonly onProgress?: (done: number) => void;
}

/**
 * What three values of each pixel (colours, or other features that mix) say of every unsure one: the less
 * firmly, the more wrong they are about known pixels nearby.
 * @param input `linear` holds the values
 * @param first an alpha for every pixel: what it is sure of shows what its side is like
 */
export function unmixedGuess(
  input: MatteInput,
  first: Float32Array,
  { shading, share = () => 1, goOn, onProgress }: GuessPlan,
): UnmixedGuess {
  const { width, linear, known } = input;
  const { kept, dropped } = bothSides(input, first, SHOWS, shading, goOn);
  const unmixer = new Unmixer(kept, dropped);
  const error = unmixingError(input, unmixer);
  onProgress?.(0.4);
  const weight = new Float32Array(known.length);
  const pull = new Float32Array(known.length);
  const said: Unmixed = { alpha: 0, variance: 0 };
  for (let p = 0; p < known.length; p++) {
    if (p % 65_536 === 0) goOn();
    if (!isUnsure(known[p] as number)) continue;
    const [x, y] = [p % width, Math.floor(p / width)];
    const off = error.near(x, y);
    const part = share(off, x, y);
    if (part <= 0) continue;
    unmixer.unmix(x, y, linear, p * 3, said);
    const trust = part * Math.sqrt(USUAL_ERROR / (off + 0.001));
    const firm = (PULL * trust) / (said.variance + LEAST_VARIANCE);
    weight[p] = firm;
    pull[p] = firm * raised(said);
  }
  onProgress?.(1);
  return { guess: { weight, pull }, error };
}
