import { inScratch } from '@diplex/kernels';
import { guessByColour } from './guess-by-colour';
import { type AlphaGuess, doubledAlpha, halvedInput } from './halved-input';
import { AlphaSolver, coarseAlpha } from './solve-alpha';
import { cropped, isUnsure, KNOWN, knownAlpha, type MatteInput, pasted } from './trimap';
import { grown, type Region, unsureRegion } from './unsure-region';

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

/** So many unsure pixels are solved at once; more are solved at half the size, then piece by piece. */
const AT_ONCE = 400_000;
/** The side of a piece, and how far around it is solved with it, in pixels. */
const PIECE = 512;
const SEAM = 48;

/** What lies farther from all that is unsure is not looked at, in pixels. */
export const SURROUNDINGS = 200;

/**
 * Alpha from a picture and what is known of it. First what the matting Laplacian alone says; from what
 * that is sure of, and from what is known, the colours of both sides around every place; then what
 * unmixing says of every unsure pixel, as firmly as it is right about known pixels nearby; and both
 * solved together. What is too much for one system is solved at half the size first, then in pieces
 * that begin from that.
 * @param atOnce how many unsure pixels are solved in one system
 * @returns alpha 0..1 for every pixel, as known where it is known
 * @throws MatteStopped when the task says so
 */
export function matte(
  input: MatteInput,
  task: MatteTask = {},
  atOnce: number = AT_ONCE,
): Float32Array {
  const whole = unsureRegion(input);
  if (!whole) return knownAlpha(input, 0);
  const region = grown(whole, SURROUNDINGS, input);
  const part = cropped(input, region);
  const { onCoarse } = task;
  const answer = (alpha: Float32Array) => pasted(knownAlpha(input, 0), alpha, region, input);
  const solve = unsureCount(part.known) > atOnce ? inPieces : atOneGo;
  return answer(
    solve(part, { ...task, ...(onCoarse && { onCoarse: (a) => onCoarse(answer(a)) }) }, atOnce),
  );
}

/**
 * Solves again within a region, from the alpha that was found before; beyond it alpha stays as it was.
 * @param before alpha for every pixel
 * @returns alpha for every pixel
 * @throws MatteStopped when the task says so
 */
export function matteAgain(
  input: MatteInput,
  before: Float32Array,
  region: Region,
  task: MatteTask = {},
): Float32Array {
  const around = grown(region, SURROUNDINGS, input);
  const part = cropped({ ...input, held: before }, around);
  const start = part.held as Float32Array;
  const known = part.known.slice();
  for (let p = 0; p < known.length; p++) {
    const x = around.x + (p % around.width) - region.x;
    const y = around.y + Math.floor(p / around.width) - region.y;
    const within = x >= 0 && y >= 0 && x < region.width && y < region.height;
    if (!within && isUnsure(known[p] as number)) known[p] = KNOWN.held;
  }
  const piece = { ...part, known };
  const alpha = inScratch(() => solveFrom(piece, start, task));
  const out = knownAlpha(input, 0);
  for (let p = 0; p < out.length; p++) {
    if (isUnsure(input.known[p] as number)) out[p] = before[p] as number;
  }
  return pasted(out, alpha, around, input);
}

function unsureCount(known: Uint8Array): number {
  let count = 0;
  for (const mark of known) if (isUnsure(mark)) count++;
  return count;
}

/** A part of a task; it tells how far it has come as a share of the whole. */
function share({ stopped, onProgress }: MatteTask, from: number, to: number): MatteTask {
  return {
    ...(stopped && { stopped }),
    ...(onProgress && { onProgress: (done: number) => onProgress(from + done * (to - from)) }),
  };
}

function goOn({ stopped }: MatteTask): void {
  if (stopped?.()) throw new MatteStopped('The matte was called off.');
}

function atOneGo(input: MatteInput, task: MatteTask): Float32Array {
  const coarse = share(task, 0, 0.25);
  const plan = { regulariser: REGULARISER, levels: LEVELS, iterations: ITERATIONS };
  const start = coarseAlpha(input, { ...plan, ...coarse });
  goOn(task);
  task.onCoarse?.(start);
  return inScratch(() => solveFrom(input, start, share(task, 0.25, 1)));
}

/** What the Laplacian says from where it begins, and then what it says together with the colours. */
function solveFrom(input: MatteInput, start: Float32Array, task: MatteTask): Float32Array {
  const { stopped, onProgress } = task;
  const solver = new AlphaSolver(input, REGULARISER);
  goOn(task);
  const limits = (iterations: number) => ({ iterations, ...(stopped && { stopped }) });
  const first = solver.solve(start, null, limits(ITERATIONS));
  goOn(task);
  const guess = guessByColour(input, first, () => goOn(task), share(task, 0.3, 0.8).onProgress);
  const alpha = solver.solve(first, guess, limits(MORE_ITERATIONS));
  goOn(task);
  onProgress?.(1);
  return alpha;
}

const nothing = (pixels: number): AlphaGuess => ({
  weight: new Float32Array(pixels),
  pull: new Float32Array(pixels),
});

function inPieces(input: MatteInput, task: MatteTask, atOnce: number): Float32Array {
  const { width, height } = input;
  const half = halvedInput(input, nothing(input.known.length)).input;
  const coarse = matte(half, share(task, 0, 0.25), atOnce);
  let alpha = doubledAlpha(coarse, half, input);
  task.onCoarse?.(alpha);
  const [columns, rows] = [Math.ceil(width / PIECE), Math.ceil(height / PIECE)];
  const known = input.known;
  for (let row = 0; row < rows; row++) {
    for (let column = 0; column < columns; column++) {
      goOn(task);
      const core = { x: column * PIECE, y: row * PIECE, width: PIECE, height: PIECE };
      const piece = grown(core, SEAM, input);
      if (!unsureRegion(cropped(input, piece))) continue;
      const from = 0.25 + (0.75 * (row * columns + column)) / (rows * columns);
      const part = share(task, from, from + 0.75 / (rows * columns));
      alpha = matteAgain({ ...input, known }, alpha, piece, part);
    }
  }
  task.onProgress?.(1);
  return alpha;
}
