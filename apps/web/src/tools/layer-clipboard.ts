import {
  addLayer,
  type Composition,
  divideLayer,
  intersectRects,
  isEmpty,
  type Layer,
  layerBounds,
  layerById,
  type Mask,
  maskOf,
  newId,
  perform,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { gridOf, layCoverage } from '../picks/lay-coverage';
import { areaInUse, laidPart } from './area-commands';
import { copied } from './copied';

/** The layer that was copied, and its mask. */
const copiedLayer = copied<{ readonly layer: Layer; readonly mask?: Mask }>('layer');

function keepCopied(composition: Composition, layer: Layer): void {
  const mask = maskOf(composition, layer);
  copiedLayer.keep({ layer, ...(mask && { mask }) });
}

/** Keeps the layer in hand to paste it, in another composition too; only its inside where there is an area. */
export function copyLayer(): void {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer) return;
  if (!areaInUse()) {
    keepCopied(composition, layer);
    return;
  }
  layCoverage(`Copying from ${layer.name}`, gridOf(layer), { of: 'area' }, (tiles) => {
    const part = laidPart(tiles, 'intersect', maskOf(composition, layer));
    const copy = newId();
    const args = { layer: layer.id, copy, part, way: 'copy' as const };
    const divided = perform(composition, divideLayer, args).composition;
    const made = layerById(divided, copy);
    if (made) keepCopied(divided, made);
  });
}

export function hasCopiedLayer(): boolean {
  return copiedLayer.read() !== null;
}

/** Lays the copied layer nearest of all, where it lay; in the middle when that is off the canvas. */
export function pasteLayer(): void {
  const found = copiedLayer.read();
  if (!found) return;
  const { composition, perform: doing } = useComposition.getState();
  const { width, height } = composition.canvas;
  const mask = found.mask && { ...found.mask, id: newId(), shelf: null };
  const { maskUse, placement } = found.layer;
  const onCanvas = intersectRects(layerBounds(found.layer), { x: 0, y: 0, width, height });
  const layer: Layer = {
    ...found.layer,
    ...{ id: newId(), locked: false },
    maskUse: maskUse && mask ? { ...maskUse, mask: mask.id } : null,
    placement: isEmpty(onCanvas) ? { ...placement, x: width / 2, y: height / 2 } : placement,
  };
  if (doing(addLayer, { layer, ...(mask && { mask }) })) {
    useHand.getState().take({ layer: layer.id, part: null });
  }
}
