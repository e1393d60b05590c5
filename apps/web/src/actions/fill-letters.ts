import {
  addLayer,
  addMask,
  groupOf,
  isLettering,
  layerById,
  listAround,
  type Mask,
  newId,
  setContentOpacity,
  type TonesPart,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { takeLayer } from '../bench/take-layer';
import type { Source } from '../link/server';
import { freeName } from '../tools/atmosphere/generated-layers';
import { photoToFill } from './layer-commands';

/** What the letters cover, whatever their colour, however they are changed. */
function coveredBy(letters: string, name: string): TonesPart {
  return {
    ...{ id: newId(), kind: 'tones', name, shown: true, combine: 'add', feather: 0 },
    ...{ inverted: false, component: 'coverage', of: { layer: letters } },
    ...{ low: [0, 1], high: [1, 1] },
  };
}

/**
 * Fills the text in hand with a source: a layer before it whose mask is what the letters cover. The letters stay a text, and
 * what goes round their edge stays theirs; only their own colour gives way.
 */
export function fillLettersBy(source: Source): void {
  const { composition, performAll } = useComposition.getState();
  const letters = layerById(composition, useHand.getState().layer ?? '');
  if (!letters || !isLettering(letters)) return;
  const into = groupOf(composition, letters.id)?.id ?? null;
  const at = listAround(composition, into).indexOf(letters.id) + 1;
  const photo = photoToFill(source);
  const layer = { ...photo, name: freeName(composition, `${photo.name} in letters`.slice(0, 200)) };
  const { width, height } = composition.canvas;
  const mask: Mask = {
    ...{ id: newId(), name: letters.name, startsFrom: 'empty', feather: 0 },
    ...{ size: { width, height }, parts: [coveredBy(letters.id, letters.name)] },
  };
  const made = performAll(`Filled ${letters.name} with ${source.title}`.slice(0, 200), (doing) => {
    doing(addLayer, { layer, into, at });
    doing(addMask, { layer: layer.id, mask });
    doing(setContentOpacity, { layer: letters.id, opacity: 0 });
  });
  if (made) takeLayer(layer.id);
}
