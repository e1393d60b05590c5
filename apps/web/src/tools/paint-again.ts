import { useHand } from '../bench/hand-store';
import type { WaitingStroke } from '../bench/waiting-strokes';
import { TOOLS } from './tools';

/** Paints strokes that were drawn before the page was closed, one after another, each on what was in hand then. */
export async function paintAgain(strokes: readonly WaitingStroke[]): Promise<void> {
  let before: string | null = null;
  for (const stroke of strokes) {
    const hand = JSON.stringify(stroke.hand);
    // What a stroke made is in hand for the next one, unless something else was taken in between.
    if (hand !== before) useHand.getState().take(stroke.hand);
    before = hand;
    await TOOLS[stroke.tool].tool.again?.(stroke);
  }
}
