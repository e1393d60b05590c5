import type { Size } from '@diplex/document';
import { decodeExactly, inScratch } from '@diplex/kernels';
import { distanceFromEdge } from '../mask/distance';
import { MatteStopped, matte, matteAgain } from '../matting/matte';
import { croppedPlane, KNOWN, type MattePicture, partOf } from '../matting/trimap';
import { grown, type Region, SURROUNDINGS } from '../matting/unsure-region';
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
  const known = labels.map((label) => (label === 1 ? KNOWN.keep : KNOWN.drop));
  for (let y = 0; band > 0 && y < height; y += TILE) {
    for (let x = 0; x < width; x += TILE) {
      const tile = { x, y, width: Math.min(TILE, width - x), height: Math.min(TILE, height - y) };
      inScratch(() => layBand(known, labels, tile, { width, height }, band, isSoft));
    }
  }
  for (let p = 0; p < known.length; p++) {
    if (marks[p] === MARK.keep) known[p] = KNOWN.keep;
    else if (marks[p] === MARK.drop) known[p] = KNOWN.drop;
    else if (marks[p] === MARK.unsure) known[p] = KNOWN.unsure;
  }
  return known;
}

/** Distances are measured in tiles of this side: those of a large picture would take much memory. */
const TILE = 512;

/** Lays the unsure band in a part of a picture. */
function layBand(
  known: Uint8Array,
  labels: Uint8Array,
  tile: Region,
  picture: Size,
  band: number,
  isSoft: (x: number, y: number) => boolean,
): void {
  const limit = band / 2 + 1;
  const around = grown(tile, Math.ceil(limit), picture);
  const inside = new Float32Array(croppedPlane(labels, picture.width, around));
  const { data } = distanceFromEdge({ ...around, data: inside }, limit);
  for (let y = tile.y; y < tile.y + tile.height; y++) {
    for (let x = tile.x; x < tile.x + tile.width; x++) {
      const off = data[(y - around.y) * around.width + x - around.x] as number;
      if (Math.abs(off) < band / 2 || isSoft(x, y)) known[y * picture.width + x] = KNOWN.unsure;
    }
  }
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
  const solved = asSegment(() => matte(lit(picture, known), how));
  const alpha = new Uint16Array(known.length);
  for (let p = 0; p < alpha.length; p++) alpha[p] = Math.round((solved[p] as number) * TOP);
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
  const part = partOf(lit(picture, known), around);
  const before = new Float32Array(part.known.length);
  for (let p = 0; p < before.length; p++) {
    before[p] = (alpha[pixelIn(around, p, picture.width)] as number) / TOP;
  }
  const within = { ...region, x: region.x - around.x, y: region.y - around.y };
  const solved = asSegment(() => matteAgain(part, before, within, how));
  for (let p = 0; p < solved.length; p++) {
    alpha[pixelIn(around, p, picture.width)] = Math.round((solved[p] as number) * TOP);
  }
}

/** Which pixel of a picture of `width` pixel `p` of a region is. */
function pixelIn(region: Region, p: number, width: number): number {
  return (region.y + Math.floor(p / region.width)) * width + region.x + (p % region.width);
}

/**
 * A picture for the solver, in linear light.
 * @param picture straight, display-encoded
 * @param known KNOWN for each of its pixels
 */
export function lit(picture: SourceLevel, known: Uint8Array): MattePicture {
  const { data, channels, width, height } = picture;
  const light = sampleLight(data.BYTES_PER_ELEMENT === 1 ? 255 : TOP);
  return {
    ...{ width, height, known },
    light(part) {
      const linear = new Float32Array(part.width * part.height * 3);
      for (let y = 0, to = 0; y < part.height; y++) {
        let from = ((part.y + y) * width + part.x) * channels;
        for (let x = 0; x < part.width; x++, from += channels, to += 3) {
          for (let c = 0; c < 3; c++) linear[to + c] = light[data[from + c] as number] as number;
        }
      }
      return linear;
    },
  };
}

/** What every sample stands for in linear light. */
export function sampleLight(top: number): Float32Array {
  return Float32Array.from({ length: top + 1 }, (_, value) => decodeExactly(value / top));
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
