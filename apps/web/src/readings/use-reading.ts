import { type ReadOf, readingNeeds } from '@diplex/core';
import { useEffect, useState } from 'react';
import { shownComposition, useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';

/** While an amount is dragged it is read again at most so often, in milliseconds. */
const PAUSE = 120;

/** The histogram of what shows, read again whenever that changes, while an amount is dragged too; null until it is there. */
export function useReading(of: ReadOf): Float32Array | null {
  const [reading, setReading] = useState<Float32Array | null>(null);
  const key = typeof of === 'string' ? of : of.layer;
  // biome-ignore lint/correctness/useExhaustiveDependencies: what is read is the same while its name is
  useEffect(() => {
    let stays = true;
    let reads = false;
    let again = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = async () => {
      reads = true;
      again = false;
      const composition = shownComposition();
      const needs = readingNeeds(composition, of);
      const letGo = await pageSupply().bring(needs.sources, needs.painted);
      try {
        const ask = { composition: compositionKey(composition), of };
        const found = await pageEngine().run('reading', ask, { priority: 2 });
        if (stays) setReading(found);
      } finally {
        letGo();
        reads = false;
        if (again && stays) later();
      }
    };
    const later = () => {
      clearTimeout(timer);
      // What cannot be read now is after the next change.
      timer = setTimeout(() => void read().catch(() => undefined), PAUSE);
    };
    const changed = () => {
      if (reads) again = true;
      else later();
    };
    changed();
    const end = useComposition.subscribe(changed);
    return () => {
      stays = false;
      clearTimeout(timer);
      end();
    };
  }, [key]);
  return reading;
}
