import { type SourceLevel, saliencyOf } from '@diplex/core';
import { KINDS } from './kinds';
import { type Box, type FoundObject, type Networks, OBJECTS_SIDE, PERSON_SIDE } from './networks';

/** Something that may be the subject: where it is likely to be, before it is cut at its edges. */
export interface Candidate {
  readonly name: string;
  /** 0..1. */
  readonly confidence: number;
  /** How likely each pixel belongs to it, 0..1, `width` by `height` over the whole picture. */
  readonly likely: Float32Array;
  readonly width: number;
  readonly height: number;
  /** Where it lies, in shares of the picture; it does not reach beyond. */
  readonly box: Box;
}

/** Scores below this are guesses. */
const LEAST_SCORE = 0.3;
const LEAST_PERSON = 0.45;
const LEAST_SALIENCY = 0.35;
const MOST_CANDIDATES = 6;

/**
 * The first guesses without a stroke: a person, common things, and what stands out. The surest first;
 * none when nothing is sure.
 * @param picture a level of at most SEEN_PIXELS pixels
 * @param coarse a level of at most SALIENCY_PIXELS pixels
 */
export async function findSubjects(
  picture: SourceLevel,
  coarse: SourceLevel,
  networks: Networks,
  onProgress: (done: number) => void = () => undefined,
): Promise<readonly Candidate[]> {
  const person = await networks.person(squeezed(picture, PERSON_SIDE, 1));
  onProgress(0.4);
  const found = await networks.objects(squeezed(picture, OBJECTS_SIDE, 255));
  onProgress(0.8);
  const people = personCandidate(person);
  const things = strongest(found).map(thingCandidate);
  const candidates = [
    ...(people ? [people] : []),
    ...things.filter((thing) => !same(thing, people)),
  ];
  const standing = saliencyCandidate(coarse);
  if (standing && !candidates.some((each) => same(each, standing))) candidates.push(standing);
  onProgress(1);
  return candidates.sort((a, b) => b.confidence - a.confidence).slice(0, MOST_CANDIDATES);
}

/** The picture squeezed to a square, averaged over the area of each pixel: RGB, 0..`top`. */
export function squeezed(picture: SourceLevel, side: number, top: number): Float32Array {
  const { width, height, channels, data } = picture;
  const out = new Float32Array(side * side * 3);
  const share = top / (data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535);
  for (let y = 0; y < side; y++) {
    const v0 = Math.floor((y * height) / side);
    const v1 = Math.max(v0 + 1, Math.floor(((y + 1) * height) / side));
    for (let x = 0; x < side; x++) {
      const u0 = Math.floor((x * width) / side);
      const u1 = Math.max(u0 + 1, Math.floor(((x + 1) * width) / side));
      const o = (y * side + x) * 3;
      for (let v = v0; v < v1; v++) {
        for (let u = u0; u < u1; u++) {
          const i = (v * width + u) * channels;
          for (let c = 0; c < 3; c++) out[o + c] = (out[o + c] as number) + (data[i + c] as number);
        }
      }
      const mean = share / ((u1 - u0) * (v1 - v0));
      for (let c = 0; c < 3; c++) out[o + c] = (out[o + c] as number) * mean;
    }
  }
  return out;
}

function personCandidate(person: Float32Array): Candidate | null {
  const likely = person.slice();
  // A network that is sure says either 0 or 1; what lies between speaks against it.
  let [sure, count, between] = [0, 0, 0];
  for (const value of likely) {
    if (value > 0.5) count++;
    if (value > 0.9) sure++;
    else if (value > 0.1) between++;
  }
  const share = count / likely.length;
  if (count === 0 || share < 0.01 || share > 0.95) return null;
  const confidence = sure / (sure + between);
  if (confidence < LEAST_PERSON) return null;
  const box = boundsOf(likely, PERSON_SIDE, PERSON_SIDE, 0.5);
  return { name: 'Figure', confidence, likely, width: PERSON_SIDE, height: PERSON_SIDE, box };
}

/** The best of what overlaps, best first. */
function strongest(found: readonly FoundObject[]): FoundObject[] {
  const kept: FoundObject[] = [];
  for (const each of [...found].sort((a, b) => b.score - a.score)) {
    if (each.score < LEAST_SCORE || each.box.width * each.box.height < 0.002) continue;
    if (kept.every((better) => overlap(better.box, each.box) < 0.5)) kept.push(each);
  }
  return kept;
}

function thingCandidate({ kind, score, box }: FoundObject): Candidate {
  const side = 64;
  const likely = new Float32Array(side * side);
  for (let y = 0; y < side; y++) {
    for (let x = 0; x < side; x++) {
      const u = ((x + 0.5) / side - box.x) / Math.max(box.width, 1e-6);
      const v = ((y + 0.5) / side - box.y) / Math.max(box.height, 1e-6);
      if (u < 0 || u > 1 || v < 0 || v > 1) continue;
      // The middle of a box is the thing more often than its corners.
      likely[y * side + x] = 0.45 + 0.3 * (1 - Math.hypot(2 * u - 1, 2 * v - 1) / Math.SQRT2);
    }
  }
  const name = KINDS[kind] ?? 'thing';
  return {
    ...{ name: `${name[0]?.toUpperCase()}${name.slice(1)}`, confidence: score, likely },
    ...{ width: side, height: side, box },
  };
}

function saliencyCandidate(picture: SourceLevel): Candidate | null {
  const { data, confidence } = saliencyOf(picture);
  const { width, height } = picture;
  if (confidence < LEAST_SALIENCY) return null;
  const likely = data.map((value) => Math.min(1, value * 1.4));
  const box = boundsOf(likely, width, height, 0.4);
  return { name: 'What stands out', confidence, likely, width, height, box };
}

function boundsOf(likely: Float32Array, width: number, height: number, least: number): Box {
  let [x0, y0, x1, y1] = [width, height, 0, 0];
  for (let p = 0; p < likely.length; p++) {
    if ((likely[p] as number) < least) continue;
    const x = p % width;
    const y = Math.floor(p / width);
    x0 = Math.min(x0, x);
    y0 = Math.min(y0, y);
    x1 = Math.max(x1, x + 1);
    y1 = Math.max(y1, y + 1);
  }
  return {
    ...{ x: x0 / width, y: y0 / height },
    ...{ width: Math.max(0, x1 - x0) / width, height: Math.max(0, y1 - y0) / height },
  };
}

/** The area that two boxes share, over the area that they cover together. */
function overlap(a: Box, b: Box): number {
  const across = Math.min(a.x + a.width, b.x + b.width) - Math.max(a.x, b.x);
  const down = Math.min(a.y + a.height, b.y + b.height) - Math.max(a.y, b.y);
  if (across <= 0 || down <= 0) return 0;
  const shared = across * down;
  return shared / (a.width * a.height + b.width * b.height - shared);
}

function same(a: Candidate, b: Candidate | null): boolean {
  return b !== null && overlap(a.box, b.box) > 0.6;
}
