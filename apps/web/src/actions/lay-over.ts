import { addLayer, groupOf, layerById, listAround } from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { takeLayer } from '../bench/take-layer';
import type { Source } from '../link/server';
import { freeName } from '../tools/atmosphere/generated-layers';
import { photoToFill } from './layer-commands';

/** A surface laid over a picture shows through so much. */
const SHOWS = 0.7;

/** Lays a source over the layer in hand and all behind it: over the whole canvas, so blended that it is a surface. */
export function layPictureOver(source: Source): void {
  const { composition, perform } = useComposition.getState();
  const inHand = layerById(composition, useHand.getState().layer ?? '');
  const into = inHand ? (groupOf(composition, inHand.id)?.id ?? null) : null;
  const list = listAround(composition, into);
  const at = inHand ? list.indexOf(inHand.id) + 1 : list.length;
  const photo = photoToFill(source);
  const layer = {
    ...photo,
    name: freeName(composition, `${photo.name} over it`.slice(0, 200)),
    ...({ blending: 'soft-light', opacity: SHOWS } as const),
  };
  if (perform(addLayer, { layer, into, at })) takeLayer(layer.id);
}
