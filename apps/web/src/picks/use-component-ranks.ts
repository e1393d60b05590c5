import type { ComponentRanks } from '@diplex/core';
import { type ComponentPart, type Layer, maskSize } from '@diplex/document';
import { useEffect, useState } from 'react';
import { useComposition } from '../bench/composition-store';
import { pageEngine } from '../bench/engine';
import { tellProblem } from '../bench/notice-store';
import { wordsOf } from '../link/problem';
import { bringGround, levelOf, pickPlace, pickSeat } from './run-pick';

/** So many pixels show hair as it is and are ranked at once. */
const ENOUGH_PIXELS = 3_000_000;

/** How well components part the samples of a part; null while that is not known. */
export function useComponentRanks(layer: Layer, part: ComponentPart): ComponentRanks | null {
  const [ranks, setRanks] = useState<ComponentRanks | null>(null);
  const { samples } = part;
  const { id } = layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a layer's own pixels do not change
  useEffect(() => {
    let stays = true;
    // Samples lie on the pixels of the mask, of the area, too: so does the ground they are judged on.
    const { composition } = useComposition.getState();
    const level = levelOf(maskSize(composition, layer), ENOUGH_PIXELS);
    const rank = async () => {
      const letGo = await bringGround(layer, 'layer', [level]);
      try {
        const ask = { ...pickPlace(layer.id), from: 'layer' as const, level, samples };
        const found = await pageEngine().run('rank-components', ask, pickSeat());
        if (stays) setRanks(found);
      } finally {
        letGo();
      }
    };
    rank().catch((error) => tellProblem(`The components were not ranked. ${wordsOf(error)}`));
    return () => {
      stays = false;
    };
  }, [id, samples]);
  return ranks;
}
