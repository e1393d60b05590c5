import { conjugateGradient } from './conjugate-gradient';
import { mattingLaplacian } from './matting-laplacian';
import { KNOWN, knownAlpha, type MatteInput, unknownsOf } from './trimap';

/** What is thought of alpha apart from its neighbours: full pictures of `width` x `height`. */
export interface AlphaGuess {
  /** How firmly each pixel is pulled; 0 where nothing is thought. */
  readonly weight: Float32Array;
  /** Weight times alpha. */
  readonly pull: Float32Array;
}

export interface SolvePlan {
  readonly regulariser: number;
  /** How many halved pictures are solved first; each begins where the one before it ended. */
  readonly levels: number;
  readonly iterations: number;
  /** Where to begin instead, at full size. */
  readonly start?: Float32Array;
  readonly stopped?: () => boolean;
  /** Told when a picture is solved, the coarsest first: 0..1. */
  readonly onProgress?: (done: number) => void;
}

/** Small pictures are cheap, and errors that reach far are mended there. */
const COARSEST_ITERATIONS = 400;
const TOLERANCE = 1e-4;

/** The pull of known pixels on a halved pixel that is partly known. */
const PARTLY_KNOWN = 10;

/**
 * Alpha of the unsure pixels: what the matting Laplacian and the guess agree on, solved from coarse to
 * fine. Ended early on the coarse errors' side, which also keeps sheer cloth from flowing into its
 * surroundings.
 * @returns alpha 0..1 for every pixel, as known where it is known
 */
export function solveAlpha(input: MatteInput, guess: AlphaGuess, plan: SolvePlan): Float32Array {
  const coarse = plan.levels > 0 ? startFromHalf : startFromGuess;
  const start = plan.start ?? coarse(input, guess, plan);
  const unknowns = unknownsOf(input.known);
  const { pixel } = unknowns;
  const system = mattingLaplacian(input, unknowns, plan.regulariser);
  const weight = Float64Array.from(pixel, (p) => guess.weight[p] as number);
  const pulled = Float64Array.from(pixel, (p) => guess.pull[p] as number);
  const x = Float64Array.from(pixel, (p) => start[p] as number);
  conjugateGradient(system, weight, pulled, x, {
    iterations: plan.levels > 0 || plan.start ? plan.iterations : COARSEST_ITERATIONS,
    tolerance: TOLERANCE,
    ...(plan.stopped && { stopped: plan.stopped }),
  });
  const alpha = knownAlpha(input.known, 0);
  pixel.forEach((p, u) => {
    alpha[p] = Math.max(0, Math.min(1, x[u] as number));
  });
  plan.onProgress?.(1);
  return alpha;
}

function startFromGuess({ known }: MatteInput, { weight, pull }: AlphaGuess): Float32Array {
  const alpha = knownAlpha(known, 0.5);
  for (let p = 0; p < alpha.length; p++) {
    const firm = weight[p] as number;
    if (firm > 0) alpha[p] = (pull[p] as number) / firm;
  }
  return alpha;
}

function startFromHalf(input: MatteInput, guess: AlphaGuess, plan: SolvePlan): Float32Array {
  const { onProgress } = plan;
  const half = halved(input, guess);
  const coarse = solveAlpha(half.input, half.guess, {
    ...plan,
    levels: plan.levels - 1,
    ...(onProgress && { onProgress: (done: number) => onProgress(done / 4) }),
  });
  return doubled(coarse, half.input, input);
}

function halved(
  { width, height, linear, known }: MatteInput,
  { weight, pull }: AlphaGuess,
): { input: MatteInput; guess: AlphaGuess } {
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const colours = new Float32Array(w * h * 3);
  const marks = new Uint8Array(w * h);
  const firm = new Float32Array(w * h);
  const pulled = new Float32Array(w * h);
  for (let y = 0; y < h; y++) {
    for (let x = 0; x < w; x++) {
      const o = y * w + x;
      let [count, kept, dropped] = [0, 0, 0];
      for (let v = 2 * y; v < Math.min(height, 2 * y + 2); v++) {
        for (let u = 2 * x; u < Math.min(width, 2 * x + 2); u++) {
          const p = v * width + u;
          count++;
          for (let c = 0; c < 3; c++) {
            colours[o * 3 + c] = (colours[o * 3 + c] as number) + (linear[p * 3 + c] as number);
          }
          if (known[p] === KNOWN.keep) kept++;
          else if (known[p] === KNOWN.drop) dropped++;
          firm[o] = (firm[o] as number) + (weight[p] as number) / 2;
          pulled[o] = (pulled[o] as number) + (pull[p] as number) / 2;
        }
      }
      for (let c = 0; c < 3; c++) colours[o * 3 + c] = (colours[o * 3 + c] as number) / count;
      marks[o] = kept === count ? KNOWN.keep : dropped === count ? KNOWN.drop : KNOWN.unsure;
      if (marks[o] !== KNOWN.unsure) continue;
      firm[o] = (firm[o] as number) + (kept + dropped) * PARTLY_KNOWN;
      pulled[o] = (pulled[o] as number) + kept * PARTLY_KNOWN;
    }
  }
  return {
    input: { width: w, height: h, linear: colours, known: marks },
    guess: { weight: firm, pull: pulled },
  };
}

/** A halved picture of alpha at full size, between its pixels. */
function doubled(
  coarse: Float32Array,
  half: Pick<MatteInput, 'width' | 'height'>,
  { width, height }: MatteInput,
): Float32Array {
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const v = Math.max(0, (y - 0.5) / 2);
    const y0 = Math.floor(v);
    const y1 = Math.min(half.height - 1, y0 + 1);
    for (let x = 0; x < width; x++) {
      const u = Math.max(0, (x - 0.5) / 2);
      const x0 = Math.floor(u);
      const x1 = Math.min(half.width - 1, x0 + 1);
      const at = (row: number, column: number) => coarse[row * half.width + column] as number;
      const upper = at(y0, x0) * (1 - u + x0) + at(y0, x1) * (u - x0);
      const lower = at(y1, x0) * (1 - u + x0) + at(y1, x1) * (u - x0);
      out[y * width + x] = upper * (1 - v + y0) + lower * (v - y0);
    }
  }
  return out;
}
