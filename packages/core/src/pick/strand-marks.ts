import type { MarkedStroke, StrokeMark } from '@diplex/document';
import type { SourceLevel } from '../pixels/source-level';
import { findStrands } from './find-strands';
import type { Strand } from './follow-strand';
import { MARK } from './mark';
import { drawStrokes } from './mark-strokes';
import { SegmentStopped, type SegmentTask } from './segment-task';

/** The solver works out what a strand covers in a band that is so much wider on either side, in pixels. */
const BESIDE = 2;

/**
 * A strand that is so wide surely shows its own colour in its middle, all along; of a thinner one the solver finds it by what lies
 * around: to say *keep* where it comes to a point makes the whole worse (`./run bench lines`).
 */
const SHOWS_ITSELF = 3.5;

/** Points are kept to a tenth of a pixel. */
const rounded = ({ x, y }: Strand['points'][number]) => ({
  x: Math.round(x * 10) / 10,
  y: Math.round(y * 10) / 10,
});

/**
 * What marks a strand: a band in which the solver works out what it covers, and its middle, where that is as wide as to show its own
 * colour. One that is *unsure* is the band alone.
 */
export function marksOfStrand(mark: StrokeMark, { points, width }: Strand): MarkedStroke[] {
  const line = points.map(rounded);
  const band = { mark: 'unsure' as const, radius: width / 2 + BESIDE, points: line };
  if (mark === 'unsure' || width < SHOWS_ITSELF) return [band];
  return [band, { mark, radius: Math.max(0.5, width / 2 - 1), points: line }];
}

/**
 * Marks the strands that leave a cut for the solver, where nothing is marked yet: as bands alone, since a line of the backdrop may look
 * like one (a joint of a wall), and the solver tells them apart by their colours.
 * @param labels 1 inside the cut
 * @param said MARK for each pixel; strands are added to it
 * @param reach how far from the cut they are looked for, in pixels
 * @throws SegmentStopped when `stopped` says so
 */
export function markStrands(
  picture: SourceLevel,
  labels: Uint8Array,
  said: Uint8Array,
  reach: number,
  { stopped }: Pick<SegmentTask, 'stopped'> = {},
): void {
  if (reach <= 0) return;
  const { width, height } = picture;
  const goOn = () => {
    if (stopped?.()) throw new SegmentStopped();
  };
  const strokes = findStrands(picture, labels, reach, goOn)
    .flatMap((strand) => marksOfStrand('unsure', strand))
    .map(({ mark, ...stroke }) => ({ ...stroke, mark: MARK[mark] }));
  const marks = new Uint8Array(said.length);
  drawStrokes(strokes, marks, width, height, 0);
  for (let p = 0; p < said.length; p++) {
    if (said[p] === MARK.none) said[p] = marks[p] as number;
  }
}
