import { AROUND, inScratch, OWN } from '@diplex/kernels';
import { conjugateGradient, type SolveLimits } from './conjugate-gradient';
import { type AlphaGuess, enlargedAlpha, halvedInput } from './halved-input';
import { type MattingSystem, mattingLaplacian } from './matting-laplacian';
import { knownAlpha, type MatteInput, type Unknowns, unknownsOf } from './trimap';

export interface CoarsePlan extends Pick<SolveLimits, 'iterations' | 'stopped'> {
  readonly regulariser: number;
  /** How many halved pictures are solved; each begins where the one before it ended. */
  readonly levels: number;
  /** Told when a picture is solved, the coarsest first: 0..1. */
  readonly onProgress?: (done: number) => void;
}

/** Small pictures are cheap, and errors that reach far are mended there. */
const COARSEST_ITERATIONS = 400;
const TOLERANCE = 1e-4;

/**
 * What the matting Laplacian of a picture and a guess agree on. It works in the thread's scratch, and is
 * valid until the enclosing `inScratch` ends.
 */
export class AlphaSolver {
  private readonly unknowns: Unknowns;
  private readonly system: MattingSystem;
  /** What the diagonal holds of the last guess. */
  private readonly held: Float32Array;

  constructor(
    private readonly input: MatteInput,
    regulariser: number,
  ) {
    this.unknowns = unknownsOf(input);
    this.system = mattingLaplacian(input, this.unknowns, regulariser);
    this.held = new Float32Array(this.unknowns.pixel.length);
  }

  /**
   * Ended early on the coarse errors' side, which also keeps sheer cloth from flowing into its
   * surroundings.
   * @param start alpha for every pixel
   * @returns alpha 0..1 for every pixel, as known where it is known
   */
  solve(
    start: Float32Array,
    guess: AlphaGuess | null,
    limits: Pick<SolveLimits, 'iterations' | 'stopped'>,
  ): Float32Array {
    const { system, held } = this;
    const { pixel } = this.unknowns;
    const right = system.right.slice();
    const x = new Float32Array(pixel.length);
    for (let slot = 0; slot < pixel.length; slot++) {
      const p = pixel[slot] as number;
      if (p < 0) continue;
      x[slot] = start[p] as number;
      const weight = guess ? (guess.weight[p] as number) : 0;
      const own = ((slot >> 2) * AROUND + OWN) * 4 + (slot & 3);
      system.factors[own] = (system.factors[own] as number) + weight - (held[slot] as number);
      held[slot] = weight;
      if (guess) right[slot] = (right[slot] as number) + (guess.pull[p] as number);
    }
    conjugateGradient(system, right, x, { ...limits, tolerance: TOLERANCE });
    const alpha = knownAlpha(this.input, 0);
    for (let slot = 0; slot < pixel.length; slot++) {
      const p = pixel[slot] as number;
      if (p >= 0) alpha[p] = Math.max(0, Math.min(1, x[slot] as number));
    }
    return alpha;
  }
}

/** Where to begin at full size: what ever finer halved pictures say, from the coarsest on. */
export function coarseAlpha(input: MatteInput, plan: CoarsePlan): Float32Array {
  const nothing = new Float32Array(input.known.length);
  return startFromHalf(input, { weight: nothing, pull: nothing }, plan);
}

function startFromHalf(input: MatteInput, guess: AlphaGuess, plan: CoarsePlan): Float32Array {
  const { levels, iterations, regulariser, stopped, onProgress } = plan;
  if (levels === 0) return startFromGuess(input, guess);
  const half = halvedInput(input, guess);
  const start = startFromHalf(half.input, half.guess, {
    ...plan,
    levels: levels - 1,
    ...(onProgress && { onProgress: (done: number) => onProgress(done / 4) }),
  });
  const solved = inScratch(() =>
    new AlphaSolver(half.input, regulariser).solve(start, half.guess, {
      iterations: levels > 1 ? iterations : COARSEST_ITERATIONS,
      ...(stopped && { stopped }),
    }),
  );
  onProgress?.(1);
  return enlargedAlpha(solved, half.input, input, 2);
}

function startFromGuess(input: MatteInput, { weight, pull }: AlphaGuess): Float32Array {
  const alpha = knownAlpha(input, 0.5);
  for (let p = 0; p < alpha.length; p++) {
    const firm = weight[p] as number;
    if (firm > 0) alpha[p] = (pull[p] as number) / firm;
  }
  return alpha;
}
