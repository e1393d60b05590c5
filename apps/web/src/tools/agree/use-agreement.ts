import type { Agreement } from '@diplex/core';
import { AREA_ID, areaLayer, layerById } from '@diplex/document';
import { useEffect, useState } from 'react';
import { shownComposition, useComposition } from '../../bench/composition-store';
import { followShown } from '../../readings/follow-shown';
import { type AgreeSides, measured } from './agree-side';

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
    const end = followShown(async () => {
      const composition = shownComposition();
      if (!layerById(composition, layer)) return;
      const look = (depth: 'tones' | 'all') =>
        measured(composition, layer, { scene, thing, brings }, depth);
      const tones = await look('tones');
      if (!stays) return;
      const [own, other] = detail;
      const whole = {
        ...tones,
        depth: own ? ('all' as const) : tones.depth,
        subject: { ...tones.subject, ...own },
        scene: { ...tones.scene, ...other },
      };
      setKnown({ of, agreement: whole });
      if (useComposition.getState().preview) return;
      const all = await look('all');
      detail = [all.subject, all.scene].map(({ noise, sharpness, direction }) => ({
        ...{ noise, sharpness, direction },
      }));
      if (stays) setKnown({ of, agreement: all });
    });
    return () => {
      stays = false;
      end();
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
