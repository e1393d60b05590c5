import type { PushWay } from '@diplex/core';
import {
  growthOf,
  type Matrix,
  type Pushed,
  type PushedThing,
  perform,
  pushPixels,
  RANGES,
} from '@diplex/document';
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
 * @param matrix from its pixels to composition pixels
 */
export function pushGoal(
  of: PushedThing,
  before: Pushed | null | undefined,
  matrix: Matrix,
  way: PushWay,
  radius: number,
): StrokeGoal {
  const grows = growthOf(matrix);
  const args = (tiles: Tiles, reach: number) => ({ of, tiles, reach, way: SAID[way] });
  return {
    ...{ tiles: before?.tiles ?? {}, part: null, push: way },
    reachAfter(travelled) {
      // What is carried along goes at most as far as the pointer did; what swells and turns, at most across the brush.
      const farthest = (before?.reach ?? 0) + (2 * radius + travelled) / grows;
      return Math.min(RANGES.pushReach.most, 2 ** Math.ceil(Math.log2(Math.max(8, farthest))));
    },
    preview: (composition, tiles, reach = 0) =>
      perform(composition, pushPixels, args(tiles, reach)).composition,
    commit: (tiles, reach = 0) =>
      void useComposition.getState().perform(pushPixels, args(tiles, reach)),
  };
}
