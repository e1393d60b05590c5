import { neededPixels } from '@diplex/core';
import type { Composition, Point } from '@diplex/document';
import { useEffect, useState } from 'react';
import { stateBefore, useCompare } from '../bench/compare-store';
import { shownComposition, useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';

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

/** While an amount is dragged samples are read at most so often, in milliseconds. */
const PAUSE = 120;

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
    let timer: ReturnType<typeof setTimeout> | undefined;
    const read = async () => {
      const [before, after] = [stateBefore(), shownComposition()];
      const found = await Promise.all(
        places.map(async (place) => ({
          before: await colourAt(before, place),
          after: await colourAt(after, place),
        })),
      );
      if (stays) setColours(found);
    };
    const later = () => {
      clearTimeout(timer);
      // What cannot be read now is after the next change.
      timer = setTimeout(() => void read().catch(() => undefined), PAUSE);
    };
    later();
    const ends = [useComposition.subscribe(later), useCompare.subscribe(later)];
    return () => {
      stays = false;
      clearTimeout(timer);
      for (const end of ends) end();
    };
  }, [places]);
  return colours;
}
