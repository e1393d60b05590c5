import type { Marked, MarkedStroke } from '@diplex/document';
import { KNOWN } from '../matting/trimap';
import { grown, type Region, regionOf } from '../matting/unsure-region';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';

/** An edge that was solved, and from what. */
export interface SolvedEdge {
  /** What was asked for, but for its marks. */
  readonly asked: string;
  readonly marks: readonly Marked[];
  readonly width: number;
  readonly height: number;
  readonly known: Uint8Array;
  readonly alpha: Uint16Array;
}

/** A cut, and what was asked for. */
export interface KnownCut {
  readonly asked: string;
  /** 1 for every pixel inside. */
  readonly labels: Uint8Array;
}

/** What was cut and solved last on a ground: a further mark mostly changes little of it. */
export interface EdgeMemory {
  cut: KnownCut | null;
  last: SolvedEdge | null;
}

export function emptyMemory(): EdgeMemory {
  return { cut: null, last: null };
}

/** How far a further mark is felt, in pixels. */
const FELT = 96;
/** A mark of which more than this lies on the other side of the cut is a reason to cut again. */
const AGAINST = 0.5;
/** What is larger than this share of the picture is solved as a whole. */
const MOST = 0.35;

/** What is known after further strokes, and where alpha has to be solved again for them. */
export interface LocalChange {
  readonly known: Uint8Array;
  /** null when the strokes say nothing new. */
  readonly region: Region | null;
}

/**
 * What further strokes change of an edge that was solved: the cut stays, but for the strokes themselves.
 * @returns null when it has to be cut again: `marks` do not go on from the marks before, a place was
 * filled, a stroke is against the cut, or too much is changed
 */
export function localChange(
  before: SolvedEdge,
  marks: readonly Marked[],
  asked: string,
): LocalChange | null {
  if (before.asked !== asked) return null;
  const more = marks.slice(before.marks.length);
  const goesOn =
    JSON.stringify(marks.slice(0, before.marks.length)) === JSON.stringify(before.marks);
  if (!goesOn || more.length === 0) return null;
  const strokes = strokesAmong(more);
  if (strokes.length < more.length) return null;
  const { width, height } = before;
  const draw = (those: readonly MarkedStroke[]) => {
    const drawn = new Uint8Array(width * height);
    const marked = those.map(({ mark, radius, points }) => ({ mark: MARK[mark], radius, points }));
    drawStrokes(marked, drawn, width, height, 0);
    return drawn;
  };
  const [drawn, said] = [draw(strokes), draw(strokesAmong(before.marks))];
  const known = before.known.slice();
  let [all, against] = [0, 0];
  for (let p = 0; p < drawn.length; p++) {
    const mark = drawn[p];
    if (mark === MARK.none) continue;
    const now = mark === MARK.keep ? KNOWN.keep : mark === MARK.drop ? KNOWN.drop : KNOWN.unsure;
    const opposite = now === KNOWN.keep ? KNOWN.drop : now === KNOWN.drop ? KNOWN.keep : -1;
    // A mark that is taken back is no reason: it was never the cut's.
    if (known[p] === opposite && said[p] === MARK.none) against++;
    all++;
    known[p] = now;
  }
  if (against > AGAINST * all) return null;
  const changed = regionOf(width, height, (p) => known[p] !== before.known[p]);
  if (!changed) return { known, region: null };
  const region = grown(changed, FELT, before);
  return region.width * region.height > MOST * width * height ? null : { known, region };
}

function strokesAmong(marks: readonly Marked[]): MarkedStroke[] {
  return marks.filter((each): each is MarkedStroke => 'points' in each);
}
