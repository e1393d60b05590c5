import { type ReadOf, readingNeeds } from '@diplex/core';
import { useEffect, useState } from 'react';
import { shownComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { followShown } from './follow-shown';

/** The histogram of what shows, read again whenever that changes, while an amount is dragged too; null until it is there. */
export function useReading(of: ReadOf): Float32Array | null {
  const [reading, setReading] = useState<Float32Array | null>(null);
  const key = typeof of === 'string' ? of : of.layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is read is the same while its name is
  useEffect(() => {
    let stays = true;
    const end = followShown(async () => {
      const composition = shownComposition();
      const needs = readingNeeds(composition, of);
      const letGo = await pageSupply().bring(needs.sources, needs.painted);
      try {
        const ask = { composition: compositionKey(composition), of };
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
  }, [key]);
  return reading;
}
