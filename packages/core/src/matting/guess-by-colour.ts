import type { AlphaGuess } from './halved-input';
import { unmixingError } from './reliability';
import { bothSides } from './side-model';
import { isUnsure, type MatteInput } from './trimap';
import { type Unmixed, Unmixer } from './unmix';

/** From which alpha on a solved pixel shows colours of its side, and from where on nothing else. */
const SHOWS_SIDE = 0.75;
const IS_SIDE = 0.98;
/** How much brightness may vary beyond what was seen: folds and strands lie in other light. */
const KEPT_SHADING = 0.1;

/** How firmly colours pull, the variance that every claim has, and the error at which they pull so. */
const PULL = 6e-4;
const LEAST_VARIANCE = 0.02;
const USUAL_ERROR = 0.01;

/**
 * What the colours around each unsure pixel say of it.
 * @param first an alpha for every pixel: what it is sure of shows the colours of its side
 * @param goOn asked now and then; throws to end it
 */
export function guessByColour(
  input: MatteInput,
  first: Float32Array,
  goOn: () => void,
  onProgress?: (done: number) => void,
): AlphaGuess {
  const { width, linear, known } = input;
  const shows = (share: number) => (share - SHOWS_SIDE) / (IS_SIDE - SHOWS_SIDE);
  const { kept, dropped } = bothSides(input, first, shows, KEPT_SHADING, goOn);
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
    unmixer.unmix(x, y, linear, p * 3, said);
    const trust = Math.sqrt(USUAL_ERROR / (error.near(x, y) + 0.001));
    const firm = (PULL * trust) / (said.variance + LEAST_VARIANCE);
    weight[p] = firm;
    pull[p] = firm * said.alpha;
  }
  onProgress?.(1);
  return { weight, pull };
}
