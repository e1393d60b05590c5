import { marksOfStrand, type Strand } from '@diplex/core';
import type { MarkedStroke } from '@diplex/document';
import { pageEngine } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { bringGround, inJob, pickPlace, pickSeat } from '../../picks/run-pick';

/** A strand is looked for no nearer and no farther from the stroke than this, in pixels of the mask. */
const [LEAST_REACH, MOST_REACH] = [3, 24];

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
