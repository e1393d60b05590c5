import type { SourceLevel } from '../pixels/source-level';
import { agreementOf, alignPyramids, moveCorners, UNMOVED } from './align-frames';
import { movedPixels, stopsBetween } from './frame-light';
import { lightnessPyramid, type PyramidLevel } from './lightness-pyramid';

/** A photograph that may be one of a bracket. */
export interface BracketCandidate {
  readonly id: string;
  readonly width: number;
  readonly height: number;
  /** When it was taken, as ISO 8601, if that is known. */
  readonly takenAt: string | null;
  /** Exposure value at ISO 100, if that is known; one more lets in half as much light. */
  readonly exposure: number | null;
  /** A small picture of it. */
  readonly picture: SourceLevel;
}

/** Photographs of one scene at several exposures, the darkest first. */
export interface Bracket {
  readonly ids: readonly string[];
  /** By how many stops each is lighter than the first. */
  readonly stops: readonly number[];
}

/** A bracket has so many frames at most. */
const MOST_FRAMES = 9;

/** Frames of a bracket are taken within so many seconds of one another. */
const WITHIN = 120;

/** Frames of one scene agree so well at least, from afar and laid on one another; others by chance hardly at all. */
const [LIKELY, SAME] = [0.25, 0.45];

/** Exposures that differ by fewer stops are no bracket. */
const LEAST_STOPS = 0.3;

interface Seen extends BracketCandidate {
  readonly pyramid: readonly PyramidLevel[];
}

function takenTogether(a: BracketCandidate, b: BracketCandidate): boolean {
  if (a.takenAt === null || b.takenAt === null) return true;
  return Math.abs(Date.parse(a.takenAt) - Date.parse(b.takenAt)) <= WITHIN * 1000;
}

/** By how many stops the second is lighter, as the camera told; null when it did not. */
function stopsTold(a: BracketCandidate, b: BracketCandidate): number | null {
  return a.exposure === null || b.exposure === null ? null : a.exposure - b.exposure;
}

/** By how many stops the second is lighter, if both show the same scene; null if they do not. */
function stopsApart(a: Seen, b: Seen): number | null {
  if (a.width !== b.width || a.height !== b.height || !takenTogether(a, b)) return null;
  const told = stopsTold(a, b);
  // Alike exposures that look otherwise are two scenes, or two lights.
  if (told !== null && Math.abs(told) < LEAST_STOPS) return null;
  if (agreementOf(a.pyramid, b.pyramid, null) < LIKELY) return null;
  const move = alignPyramids(a.pyramid, b.pyramid);
  if (agreementOf(a.pyramid, b.pyramid, move) < SAME) return null;
  const seen = stopsBetween(
    movedPixels(a.picture, moveCorners(UNMOVED, a.picture)),
    movedPixels(b.picture, moveCorners(move, b.picture)),
  );
  // Far exposures may have no place that is well exposed in both.
  return seen ?? told;
}

/** Those among photographs that are brackets: of one size, one time and one scene, at different exposures. */
export function findBrackets(
  candidates: readonly BracketCandidate[],
  stopped: () => boolean = () => false,
): Bracket[] {
  const seen = candidates.map(
    (each): Seen => ({ ...each, pyramid: lightnessPyramid(each.picture) }),
  );
  const left = new Set(seen);
  const brackets: Bracket[] = [];
  for (const first of seen) {
    if (!left.delete(first) || stopped()) continue;
    const frames = [{ id: first.id, stops: 0 }];
    for (const other of left) {
      const stops = stopsApart(first, other);
      if (stops === null) continue;
      if (frames.some((each) => Math.abs(each.stops - stops) < LEAST_STOPS)) continue;
      frames.push({ id: other.id, stops });
      left.delete(other);
    }
    if (frames.length < 2) continue;
    frames.sort((a, b) => a.stops - b.stops);
    const kept = frames.slice(0, MOST_FRAMES);
    const darkest = kept[0]?.stops ?? 0;
    brackets.push({
      ids: kept.map(({ id }) => id),
      stops: kept.map(({ stops }) => stops - darkest),
    });
  }
  return brackets;
}
