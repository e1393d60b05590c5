import type { MatteInput } from './trimap';
import { type GuessPlan, type UnmixedGuess, unmixedGuess } from './unmixed-guess';

/** How much brightness may vary beyond what was seen: folds and strands lie in other light. */
const SHADING = 0.1;

/**
 * What the colours around each unsure pixel say of it.
 * @param first an alpha for every pixel: what it is sure of shows the colours of its side
 */
export function guessByColour(
  input: MatteInput,
  first: Float32Array,
  plan: Pick<GuessPlan, 'goOn' | 'onProgress'>,
): UnmixedGuess {
  return unmixedGuess(input, first, { shading: SHADING, ...plan });
}
