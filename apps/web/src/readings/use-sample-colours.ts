import { neededPixels } from '@diplex/core';
import type { Composition, Point } from '@diplex/document';
import { useEffect, useState } from 'react';
import { stateBefore } from '../bench/compare-store';
import { shownComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { followShown } from './follow-shown';

/** Encoded, 0..1. */
export interface ReadColour {
  readonly r: number;
  readonly g: number;
  readonly b: number;
}

export interface SampleColours {
  readonly before: ReadColour;
  readonly after: ReadColour;
}

async function colourAt(composition: Composition, place: Point): Promise<ReadColour> {
  const region = { ...place, width: 1, height: 1 };
  const needs = neededPixels(composition, region, 1, { kind: 'composition' });
  const letGo = await pageSupply().bring(needs.sources, needs.painted);
  try {
    const ask = { composition: compositionKey(composition), ...place };
    return await pageEngine().run('probe', ask, { priority: 3 });
  } finally {
    letGo();
  }
}

/** The colours of places, now and in the state that is compared with; empty until they are read. */
export function useSampleColours(places: readonly Point[]): readonly SampleColours[] {
  const [colours, setColours] = useState<readonly SampleColours[]>([]);
  useEffect(() => {
    let stays = true;
    const end = followShown(async () => {
      const [before, after] = [stateBefore(), shownComposition()];
      const found = await Promise.all(
        places.map(async (place) => ({
          before: await colourAt(before, place),
          after: await colourAt(after, place),
        })),
      );
      if (stays) setColours(found);
    });
    return () => {
      stays = false;
      end();
    };
  }, [places]);
  return colours;
}
