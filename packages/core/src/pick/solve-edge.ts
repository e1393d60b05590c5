import { decodeExactly } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { MatteStopped, matte, matteAgain, SURROUNDINGS } from '../matting/matte';
import { KNOWN, type MatteInput, pasted } from '../matting/trimap';
import { grown, type Region, unsureRegion } from '../matting/unsure-region';
import type { SourceLevel } from '../pixels/source-level';
import { MARK } from './mark';
import { SegmentStopped, type SegmentTask } from './segment-task';

const TOP = 65_535;

/**
 * What is known after a cut: its two sides, but for a band along its edge and what is marked as unsure.
 * What is marked as keep or drop stays so.
 * @param labels 1 inside the cut
 * @param marks MARK for each pixel
 * @param band width of the unsure band, in pixels
 * @param isSoft where it is wider
 */
export function knownAfterCut(
  labels: Uint8Array,
  marks: Uint8Array,
  width: number,
  height: number,
  band: number,
  isSoft: (x: number, y: number) => boolean = () => false,
): Uint8Array {
  const known = Uint8Array.from(labels, (label) => (label === 1 ? KNOWN.keep : KNOWN.drop));
  if (band > 0) {
    const inside = Float32Array.from(labels);
    const { data } = distanceFromEdge({ width, height, data: inside }, band);
    for (let p = 0; p < known.length; p++) {
      const near = Math.abs(data[p] as number) < band / 2;
      if (near || isSoft(p % width, Math.floor(p / width))) known[p] = KNOWN.unsure;
    }
  }
  for (let p = 0; p < known.length; p++) {
    if (marks[p] === MARK.keep) known[p] = KNOWN.keep;
    else if (marks[p] === MARK.drop) known[p] = KNOWN.drop;
    else if (marks[p] === MARK.unsure) known[p] = KNOWN.unsure;
  }
  return known;
}

/** How an edge is solved; nothing of it changes the result. */
export interface EdgeTask extends Pick<SegmentTask, 'stopped' | 'onProgress'> {
  /** Shown long before the last answer: alpha of the whole picture, 0..1. */
  readonly onCoarse?: (alpha: Float32Array) => void;
}

/**
 * Solves the alpha of what is unsure in a picture.
 * @param known KNOWN for each pixel of `picture`, which is straight and display-encoded
 * @returns alpha, 0..65535
 * @throws SegmentStopped when `how.stopped` says so
 */
export function solveEdge(picture: SourceLevel, known: Uint8Array, how: EdgeTask): Uint16Array {
  const { width, height } = picture;
  const alpha = Uint16Array.from(known, (mark) => (mark === KNOWN.keep ? TOP : 0));
  const unsure = unsureRegion({ width, height, known });
  if (!unsure) return alpha;
  const region = grown(unsure, SURROUNDINGS, picture);
  const { onCoarse, ...rest } = how;
  const coarse = (part: Float32Array) => {
    const whole = Float32Array.from(alpha, (value) => value / TOP);
    onCoarse?.(pasted(whole, part, region, picture));
  };
  const task = { ...rest, ...(onCoarse && { onCoarse: coarse }) };
  const solved = asSegment(() => matte(inLight(picture, known, region), task));
  keepAlpha(alpha, solved, region, width);
  return alpha;
}

/**
 * Solves a region again after what is known of it changed; `alpha` (0..65535, for all of the picture)
 * is changed there, and stays as it is elsewhere.
 * @throws SegmentStopped when `how.stopped` says so; then nothing is changed
 */
export function solveEdgeAgain(
  picture: SourceLevel,
  known: Uint8Array,
  alpha: Uint16Array,
  region: Region,
  how: EdgeTask,
): void {
  const around = grown(region, SURROUNDINGS, picture);
  const input = inLight(picture, known, around);
  const before = new Float32Array(input.known.length);
  for (let p = 0; p < before.length; p++) {
    before[p] = (alpha[pixelIn(around, p, picture.width)] as number) / TOP;
  }
  const within = { ...region, x: region.x - around.x, y: region.y - around.y };
  const solved = asSegment(() => matteAgain(input, before, within, how));
  keepAlpha(alpha, solved, around, picture.width);
}

/** Which pixel of a picture of `width` pixel `p` of a region is. */
function pixelIn(region: Region, p: number, width: number): number {
  return (region.y + Math.floor(p / region.width)) * width + region.x + (p % region.width);
}

/** A region of a picture in linear light, with what is known of it. */
export function inLight(picture: SourceLevel, known: Uint8Array, region: Region): MatteInput {
  const { data, channels, width } = picture;
  const marks = new Uint8Array(region.width * region.height);
  const linear = new Float32Array(marks.length * 3);
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : TOP;
  const light = sampleLight(top);
  for (let p = 0; p < marks.length; p++) {
    const from = pixelIn(region, p, width);
    marks[p] = known[from] as number;
    for (let c = 0; c < 3; c++) {
      linear[p * 3 + c] = light[data[from * channels + c] as number] as number;
    }
  }
  return { width: region.width, height: region.height, linear, known: marks };
}

/** What every sample stands for in linear light. */
function sampleLight(top: number): Float32Array {
  return Float32Array.from({ length: top + 1 }, (_, value) => decodeExactly(value / top));
}

function keepAlpha(alpha: Uint16Array, solved: Float32Array, region: Region, width: number): void {
  for (let p = 0; p < solved.length; p++) {
    alpha[pixelIn(region, p, width)] = Math.round((solved[p] as number) * TOP);
  }
}

/** Does some work; what it calls off is called off here. */
export function asSegment<Result>(work: () => Result): Result {
  try {
    return work();
  } catch (error) {
    if (error instanceof MatteStopped) throw new SegmentStopped(error.message);
    throw error;
  }
}
