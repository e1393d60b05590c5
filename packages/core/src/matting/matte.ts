import { unmixingError } from './reliability';
import { sideModel } from './side-model';
import { type AlphaGuess, type SolvePlan, solveAlpha } from './solve-alpha';
import { KNOWN, knownAlpha, type MatteInput } from './trimap';
import { type Unmixed, Unmixer } from './unmix';
import { type Region, unsureRegion } from './unsure-region';

/** How a matte is worked out; nothing of it changes the result. */
export interface MatteTask {
  readonly stopped?: () => boolean;
  readonly onProgress?: (done: number) => void;
  /** A first answer, long before the last. */
  readonly onCoarse?: (alpha: Float32Array) => void;
}

/** The matte was called off. */
export class MatteStopped extends Error {
  override readonly name = 'MatteStopped';
}

const REGULARISER = 1e-7;
const LEVELS = 4;
const ITERATIONS = 50;
/** What is solved again begins where the first answer ended. */
const MORE_ITERATIONS = 80;

/** From which alpha on a solved pixel shows colours of its side, and from where on nothing else. */
const SHOWS_SIDE = 0.75;
const IS_SIDE = 0.98;
/** How much brightness may vary beyond what was seen: folds and strands lie in other light. */
const KEPT_SHADING = 0.1;

/** How firmly colours pull, the variance that every claim has, and the error at which they pull so. */
const PULL = 6e-4;
const LEAST_VARIANCE = 0.02;
const USUAL_ERROR = 0.01;

const NO_GUESS = (pixels: number): AlphaGuess => ({
  weight: new Float32Array(pixels),
  pull: new Float32Array(pixels),
});

/**
 * Alpha from a picture and what is known of it. First what the matting Laplacian alone says; from what
 * that is sure of, and from what is known, the colours of both sides around every place; then what
 * unmixing says of every unsure pixel, as firmly as it is right about known pixels nearby; and both
 * solved together.
 * @returns alpha 0..1 for every pixel, as known where it is known
 * @throws MatteStopped when the task says so
 */
export function matte(input: MatteInput, task: MatteTask = {}): Float32Array {
  const region = unsureRegion(input);
  if (!region) return knownAlpha(input.known, 0);
  const part = cropped(input, region);
  const paste = (alpha: Float32Array) => pasted(input, region, alpha);
  const { stopped, onProgress, onCoarse } = task;
  const plan = (from: number, to: number): SolvePlan => ({
    ...{ regulariser: REGULARISER, levels: LEVELS, iterations: ITERATIONS },
    ...(stopped && { stopped }),
    ...(onProgress && { onProgress: (done: number) => onProgress(from + done * (to - from)) }),
  });
  const goOn = () => {
    if (stopped?.()) throw new MatteStopped('The matte was called off.');
  };
  const first = solveAlpha(part, NO_GUESS(part.known.length), plan(0, 0.4));
  goOn();
  onCoarse?.(paste(first));
  const guess = guessByColour(part, first, goOn, (done) => onProgress?.(0.4 + 0.25 * done));
  const again = { ...plan(0.65, 1), start: first, iterations: MORE_ITERATIONS };
  const alpha = solveAlpha(part, guess, again);
  goOn();
  return paste(alpha);
}

/** What the colours around each unsure pixel say of it. */
function guessByColour(
  input: MatteInput,
  first: Float32Array,
  goOn: () => void,
  onProgress: (done: number) => void,
): AlphaGuess {
  const { width, linear, known } = input;
  const shows = (share: number) =>
    Math.max(0, Math.min(1, (share - SHOWS_SIDE) / (IS_SIDE - SHOWS_SIDE)));
  const kept = sideModel(input, first.map(shows), KEPT_SHADING);
  goOn();
  const dropped = sideModel(
    input,
    first.map((alpha) => shows(1 - alpha)),
    0,
  );
  goOn();
  const unmixer = new Unmixer(kept, dropped);
  const error = unmixingError(input, unmixer);
  onProgress(0.4);
  const guess = NO_GUESS(known.length);
  const said: Unmixed = { alpha: 0, variance: 0 };
  for (let p = 0; p < known.length; p++) {
    if (known[p] === KNOWN.drop || known[p] === KNOWN.keep) continue;
    if (p % 65_536 === 0) goOn();
    unmixer.unmix(p % width, Math.floor(p / width), linear, p * 3, said);
    const trust = Math.sqrt(USUAL_ERROR / ((error[p] as number) + 0.001));
    const weight = (PULL * trust) / (said.variance + LEAST_VARIANCE);
    guess.weight[p] = weight;
    guess.pull[p] = weight * said.alpha;
  }
  onProgress(1);
  return guess;
}

function cropped({ width, linear, known }: MatteInput, region: Region): MatteInput {
  const colours = new Float32Array(region.width * region.height * 3);
  const marks = new Uint8Array(region.width * region.height);
  for (let y = 0; y < region.height; y++) {
    const from = (region.y + y) * width + region.x;
    marks.set(known.subarray(from, from + region.width), y * region.width);
    const line = linear.subarray(from * 3, (from + region.width) * 3);
    colours.set(line, y * region.width * 3);
  }
  return { width: region.width, height: region.height, linear: colours, known: marks };
}

function pasted({ width, known }: MatteInput, region: Region, part: Float32Array): Float32Array {
  const alpha = knownAlpha(known, 0);
  for (let y = 0; y < region.height; y++) {
    const line = part.subarray(y * region.width, (y + 1) * region.width);
    alpha.set(line, (region.y + y) * width + region.x);
  }
  return alpha;
}
