import type { SourceLevel } from '@diplex/core';
import { type Layer, layerById, maskSize, type TonesPart } from '@diplex/document';
import { useEffect, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { pageEngine } from '../../bench/engine';
import { tellProblem } from '../../bench/notice-store';
import { wordsOf } from '../../link/problem';
import { bringGround, levelOf, pickPlace, pickSeat } from '../../picks/run-pick';

/** A histogram of so many pixels is that of the picture. */
const ENOUGH_PIXELS = 400_000;

/** The pixels whose tones are counted; null until they are here. */
export function useTonesGround(layer: Layer, of: TonesPart['of']): SourceLevel | null {
  const [ground, setGround] = useState<SourceLevel | null>(null);
  const { id } = layer;
  const other = typeof of === 'string' ? of : of.layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: a layer's own pixels do not change
  useEffect(() => {
    let stays = true;
    const { composition } = useComposition.getState();
    const looked = typeof of === 'string' ? layer : (layerById(composition, of.layer) ?? layer);
    const from = of === 'behind' ? ('composition' as const) : ('layer' as const);
    const level = levelOf(maskSize(composition, looked), ENOUGH_PIXELS);
    const bring = async () => {
      const letGo = await bringGround(looked, from, [level]);
      try {
        const ask = { ...pickPlace(looked.id), from, level };
        const found = await pageEngine().run('ground-level', ask, pickSeat());
        if (stays) setGround(found);
      } finally {
        letGo();
      }
    };
    bring().catch((error) => tellProblem(`The tones could not be counted. ${wordsOf(error)}`));
    return () => {
      stays = false;
    };
  }, [id, other]);
  return ground;
}
