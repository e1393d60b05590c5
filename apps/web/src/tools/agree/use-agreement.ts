import type { Agreement } from '@diplex/core';
import { AREA_ID, areaLayer, layerById } from '@diplex/document';
import { useEffect, useState } from 'react';
import { shownComposition, useComposition } from '../../bench/composition-store';
import { measured as timed } from '../../picture/timeline';
import { followShown } from '../../readings/follow-shown';
import { type AgreeSides, measured } from './agree-side';

/** What their own pixels show is measured when nothing has changed for so long, in milliseconds. */
const REST = 250;

/** Light and colour are measured at most so often, in milliseconds: a small picture of the scene is remembered. */
const PAUSE = 40;

/** What is measured of both, and for which layer. */
interface Known {
  readonly of: string;
  readonly agreement: Agreement;
}

/**
 * What parts a layer from its scene, measured again whenever either changes: light and colour while an amount is
 * dragged, what their own pixels show when it rests. Null until it is there.
 */
export function useAgreement(
  layer: string,
  { scene, thing, brings }: AgreeSides,
): Agreement | null {
  const [known, setKnown] = useState<Known | null>(null);
  const of = `${layer} ${scene} ${thing} ${brings}`;
  useEffect(() => {
    let stays = true;
    let detail: Pick<Agreement['subject'], 'noise' | 'sharpness' | 'direction'>[] = [];
    let rests: ReturnType<typeof setTimeout> | undefined;
    let shown = new AbortController();
    const sides = { scene, thing, brings };
    const closely = async () => {
      const composition = shownComposition();
      if (useComposition.getState().preview || !layerById(composition, layer)) return;
      const all = await measured(composition, layer, sides, 'all', shown.signal);
      detail = [all.subject, all.scene].map(({ noise, sharpness, direction }) => ({
        ...{ noise, sharpness, direction },
      }));
      if (stays) setKnown({ of, agreement: all });
    };
    const changed = () => {
      clearTimeout(rests);
      shown.abort();
      shown = new AbortController();
    };
    const ends = [
      useComposition.subscribe(changed),
      followShown(async (since) => {
        const composition = shownComposition();
        if (!layerById(composition, layer)) return;
        const tones = await measured(composition, layer, sides, 'tones');
        if (!stays) return;
        const [own, other] = detail;
        const whole = {
          ...tones,
          depth: own ? ('all' as const) : tones.depth,
          subject: { ...tones.subject, ...own },
          scene: { ...tones.scene, ...other },
        };
        setKnown({ of, agreement: whole });
        timed('reading', since);
        clearTimeout(rests);
        rests = setTimeout(() => void closely().catch(() => undefined), REST);
      }, PAUSE),
    ];
    return () => {
      stays = false;
      clearTimeout(rests);
      for (const end of ends) end();
    };
  }, [layer, scene, thing, brings, of]);
  return known?.of === of ? known.agreement : null;
}

/** Whether an area is there that could stand for the scene. */
export function useHasArea(): boolean {
  return useComposition((state) =>
    Boolean(state.composition.area && areaLayer(state.composition).id === AREA_ID),
  );
}
