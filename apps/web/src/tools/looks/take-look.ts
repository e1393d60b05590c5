import {
  addLayer,
  type Composition,
  type Layer,
  layerById,
  maskMatrix,
  newId,
  perform,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { freeName } from '../atmosphere/generated-layers';
import type { Look } from './recipes';
import { useLooks } from './settings';

/** What else a look is laid by. */
export interface LookLaid {
  readonly share: number;
  readonly spares: string | null;
  readonly spared: number;
}

/** A glass before everything, with the steps of a look, which spares a layer by that layer's own mask. */
function glassOf(composition: Composition, { name, steps }: Look, laid: LookLaid): Layer {
  const glass = plainLayer(
    ...([newId(), freeName(composition, name), { kind: 'glass' as const }] as const),
    placedAt({ x: 0, y: 0 }),
  );
  const thing = layerById(composition, laid.spares ?? '');
  const maskUse = thing?.maskUse && {
    ...{ mask: thing.maskUse.mask, linked: false, turnedRound: !thing.maskUse.turnedRound },
    ...{ lies: maskMatrix(composition, thing), density: laid.spared },
  };
  const own = steps.map((step) => ({ ...step, id: newId() }));
  return { ...glass, steps: own, opacity: laid.share, maskUse: maskUse ?? null };
}

/** The composition as it would be with a look. */
export function withLook(composition: Composition, look: Look, laid: LookLaid): Composition {
  const layer = glassOf(composition, look, laid);
  return perform(composition, addLayer, { layer }).composition;
}

/** Lays a look as a glass over all, and puts the sheet away. */
export function takeLook(look: Look): void {
  const { composition, perform: doing } = useComposition.getState();
  const { share, spares, spared, set } = useLooks.getState();
  const layer = glassOf(composition, look, { share, spares, spared });
  if (!doing(addLayer, { layer })) return;
  useHand.getState().take({ layer: layer.id, openStep: null, part: null });
  set({ sheet: 'away' });
}
