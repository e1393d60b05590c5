import type { PushWay } from '@diplex/core';
import { type Pushed, type PushedThing, perform, pushPixels, RANGES } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import type { StrokeGoal, Tiles } from '../strokes/stroke-goal';

/** What each way did, for the history. */
const SAID: Readonly<Record<PushWay, string>> = {
  ...{ drag: 'Dragged', swell: 'Swelled', shrink: 'Shrank', twirl: 'Twirled' },
  ...{ 'twirl back': 'Twirled', smooth: 'Smoothed what was pushed of' },
  restore: 'Restored what was pushed of',
};

/**
 * A stroke that pushes a thing along.
 * @param before how it was pushed so far
 */
export function pushGoal(
  of: PushedThing,
  before: Pushed | null | undefined,
  way: PushWay,
): StrokeGoal {
  const args = (tiles: Tiles, reach: number) => ({ of, tiles, reach, way: SAID[way] });
  return {
    ...{ tiles: before?.tiles ?? {}, part: null, push: way },
    reachFor(pushed) {
      // Some more than there is, so that few states of the picture are told apart.
      const farthest = Math.max(8, before?.reach ?? 0, pushed * 1.25);
      return Math.min(RANGES.pushReach.most, 2 ** Math.ceil(Math.log2(farthest)));
    },
    preview: (composition, tiles, reach = 0) =>
      perform(composition, pushPixels, args(tiles, reach)).composition,
    commit: (tiles, reach = 0) =>
      void useComposition.getState().perform(pushPixels, args(tiles, reach)),
  };
}
