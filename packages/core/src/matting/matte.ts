import { intersectRects } from '@diplex/document';
import { inScratch } from '@diplex/kernels';
import { guessByColour } from './guess-by-colour';
import { withTexture } from './guess-by-texture';
import { enlargedAlpha, halvedPicture } from './halved-input';
import { AlphaSolver, coarseAlpha } from './solve-alpha';
import {
  cropped,
  croppedPlane,
  inMemory,
  isUnsure,
  KNOWN,
  knownAlpha,
  type MatteInput,
  type MattePicture,
  partOf,
  pasted,
} from './trimap';
import { grown, type Region, SURROUNDINGS, unsureRegion } from './unsure-region';

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

/**
 * So many unsure pixels are solved at once, as fit into a worker's scratch; more are solved at half the
 * size, then piece by piece.
 */
const AT_ONCE = 280_000;
/** The longest side of a piece, and how far around it is solved with it, in pixels. */
const PIECE = 1024;
const SEAM = 48;

/**
 * Alpha from a picture and what is known of it. First what the matting Laplacian alone says; from what
 * that is sure of, and from what is known, the colours of both sides around every place; then what
 * unmixing says of every unsure pixel, as firmly as it is right about known pixels nearby, and where that
 * is wrong what texture says; and all solved together. What is too much for one system is solved at half
 * the size first, then in pieces that begin from that, so that memory stays bounded.
 * @param atOnce how many unsure pixels are solved in one system
 * @returns alpha 0..1 for every pixel, as known where it is known
 * @throws MatteStopped when the task says so
 */
export function matte(
  picture: MattePicture,
  task: MatteTask = {},
  atOnce: number = AT_ONCE,
): Float32Array {
  const alpha = knownAlpha(picture, 0);
  const unsure = unsureRegion(picture);
  if (!unsure) return alpha;
  const region = grown(unsure, SURROUNDINGS, picture);
  const part = partOf(picture, region);
  const { onCoarse } = task;
  const shown = onCoarse && {
    onCoarse: (coarse: Float32Array) => onCoarse(pasted(alpha.slice(), coarse, region, picture)),
  };
  const solve = unsureCount(part.known) > atOnce ? inPieces : atOneGo;
  return pasted(alpha, solve(part, { ...task, ...shown }, atOnce), region, picture);
}

/**
 * Solves again within a region, from the alpha that was found before; beyond it alpha stays as it was. A
 * large region is solved in pieces, too.
 * @param before alpha for every pixel
 * @returns alpha for every pixel
 * @throws MatteStopped when the task says so
 */
export function matteAgain(
  picture: MattePicture,
  before: Float32Array,
  region: Region,
  task: MatteTask = {},
  atOnce: number = AT_ONCE,
): Float32Array {
  const alpha = knownAlpha(picture, 0);
  for (let p = 0; p < alpha.length; p++) {
    if (isUnsure(picture.known[p] as number)) alpha[p] = before[p] as number;
  }
  solveInPieces(picture, alpha, region, task, atOnce);
  return alpha;
}

/** Solves what is unsure in a region again, in place. */
function solveWithin(
  picture: MattePicture,
  alpha: Float32Array,
  region: Region,
  task: MatteTask,
): void {
  const around = grown(region, SURROUNDINGS, picture);
  const part = cropped({ ...picture, held: alpha }, around);
  const known = part.known.slice();
  for (let p = 0; p < known.length; p++) {
    const x = around.x + (p % around.width) - region.x;
    const y = around.y + Math.floor(p / around.width) - region.y;
    const within = x >= 0 && y >= 0 && x < region.width && y < region.height;
    if (!within && isUnsure(known[p] as number)) known[p] = KNOWN.held;
  }
  const start = part.held as Float32Array;
  pasted(
    alpha,
    inScratch(() => solveFrom({ ...part, known }, start, task)),
    around,
    picture,
  );
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

function atOneGo(picture: MattePicture, task: MatteTask): Float32Array {
  const { width, height } = picture;
  const input = cropped(picture, { x: 0, y: 0, width, height });
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
  const going = () => goOn(task);
  const colours = guessByColour(input, first, { ...share(task, 0.3, 0.8), goOn: going });
  const guess = withTexture(input, first, colours, going);
  const alpha = solver.solve(first, guess, limits(MORE_ITERATIONS));
  goOn(task);
  onProgress?.(1);
  return alpha;
}

function inPieces(picture: MattePicture, task: MatteTask, atOnce: number): Float32Array {
  const alpha = fromHalf(picture, share(task, 0, 0.25), atOnce, task.onCoarse);
  const { width, height } = picture;
  const whole = { x: 0, y: 0, width, height };
  solveInPieces(picture, alpha, whole, share(task, 0.25, 1), atOnce);
  return alpha;
}

/** Solves what is unsure in a region again, in place, piece by piece where it is too much for one system. */
function solveInPieces(
  picture: MattePicture,
  alpha: Float32Array,
  region: Region,
  task: MatteTask,
  atOnce: number,
): void {
  const pieces = piecesOf(picture, region, atOnce);
  pieces.forEach((piece, i) => {
    goOn(task);
    const within = intersectRects(grown(piece, SEAM, picture), region);
    solveWithin(picture, alpha, within, share(task, i / pieces.length, (i + 1) / pieces.length));
  });
}

/** Alpha as solved at half the size; nothing of that stays in memory. */
function fromHalf(
  picture: MattePicture,
  task: MatteTask,
  atOnce: number,
  onCoarse: MatteTask['onCoarse'],
): Float32Array {
  const half = halvedPicture(picture);
  const atFull = (coarse: Float32Array) => enlargedAlpha(coarse, half, picture, 2);
  const shown = onCoarse && { onCoarse: (coarse: Float32Array) => onCoarse(atFull(coarse)) };
  const alpha = atFull(matte(inMemory(half), { ...task, ...shown }, atOnce));
  onCoarse?.(alpha);
  return alpha;
}

/** Regions that hold all that is unsure: few of them, none of them with too much for one system. */
function piecesOf(picture: MattePicture, region: Region, atOnce: number): Region[] {
  const around = grown(region, SEAM, picture);
  const count = unsureCount(croppedPlane(picture.known, picture.width, around));
  if (count === 0) return [];
  const { x, y, width, height } = region;
  const smallest = Math.max(width, height) <= 2 * SEAM;
  if (smallest || (count <= atOnce && Math.max(width, height) <= PIECE)) return [region];
  const [w, h] = [Math.ceil(width / 2), Math.ceil(height / 2)];
  const halves =
    width > height
      ? [
          { x, y, width: w, height },
          { x: x + w, y, width: width - w, height },
        ]
      : [
          { x, y, width, height: h },
          { x, y: y + h, width, height: height - h },
        ];
  return halves.flatMap((half) => piecesOf(picture, half, atOnce));
}
