import { type BinCounts, type CountName, type ReadOf, readingNeeds } from '@diplex/core';
import { useEffect, useState } from 'react';
import { shownComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { followShown } from './follow-shown';

/** A count of what shows, made again whenever that changes, while an amount is dragged too; null until it is there. */
export function useReading(of: ReadOf, by: CountName): BinCounts | null {
  const [reading, setReading] = useState<BinCounts | null>(null);
  const key = typeof of === 'string' ? of : of.layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is read is the same while its name is
  useEffect(() => {
    let stays = true;
    setReading(null);
    const end = followShown(async () => {
      const composition = shownComposition();
      const needs = readingNeeds({ composition, of, by });
      const letGo = await pageSupply().bring(needs.sources, needs.painted);
      try {
        const ask = { composition: compositionKey(composition), of, by };
        const found = await pageEngine().run('reading', ask, { priority: 2 });
        if (stays) setReading(found);
      } finally {
        letGo();
      }
    });
    return () => {
      stays = false;
      end();
    };
  }, [key, by]);
  return reading;
}
