import type { Strand } from '@diplex/core';
import type { MarkedStroke, Point } from '@diplex/document';
import { pageEngine } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { bringGround, inJob, pickPlace, pickSeat } from '../../picks/run-pick';

/** A strand is looked for no nearer and no farther from the stroke than this, in pixels of the mask. */
const [LEAST_REACH, MOST_REACH] = [3, 24];

/** The solver works out what a strand covers in a band that is so much wider on either side, in pixels of the mask. */
const BESIDE = 2;

/**
 * A strand that is so wide surely shows its own colour in its middle, all along; of a thinner one the solver finds it by what lies
 * around: to say *keep* where it comes to a point makes the whole worse (`./run bench lines`).
 */
const SHOWS_ITSELF = 3.5;

/** Points are kept to a tenth of a pixel. */
const rounded = ({ x, y }: Point) => ({ x: Math.round(x * 10) / 10, y: Math.round(y * 10) / 10 });

/**
 * What marks a strand: a band in which the solver works out what it covers, and its middle, where that is as wide as to show its own
 * colour. A stroke that says *unsure* is the band alone.
 */
export function marksOfStrand(
  mark: MarkedStroke['mark'],
  { points, width }: Strand,
): MarkedStroke[] {
  const line = points.map(rounded);
  const band = { mark: 'unsure' as const, radius: width / 2 + BESIDE, points: line };
  if (mark === 'unsure' || width < SHOWS_ITSELF) return [band];
  return [band, { mark, radius: Math.max(0.5, width / 2 - 1), points: line }];
}

/** Moves a stroke onto the strand near it, within the width of the stroke, and gives the marks that stand for that. */
export async function alongStrand(
  { layer }: MaskInHand,
  { mark, radius, points }: MarkedStroke,
): Promise<readonly MarkedStroke[] | null> {
  const from = useHand.getState().pickedFrom;
  let found: Strand | null = null;
  await inJob(`Following a strand on ${layer.name}`, async (signal) => {
    const letGo = await bringGround(layer, from, [0]);
    try {
      const reach = Math.max(LEAST_REACH, Math.min(MOST_REACH, radius));
      const ask = { ...pickPlace(layer.id), from, points, reach };
      found = await pageEngine().run('follow-strand', ask, { ...pickSeat(), signal });
    } finally {
      letGo();
    }
  });
  return found && marksOfStrand(mark, found);
}
