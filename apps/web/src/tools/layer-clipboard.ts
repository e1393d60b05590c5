import {
  addLayer,
  aroundMatrix,
  type Composition,
  carriedOver,
  copyOf,
  divideLayer,
  IDENTITY,
  intersectRects,
  isEmpty,
  isShowing,
  type Layer,
  laidOut,
  layerBounds,
  layerById,
  type Mask,
  maskOf,
  masksOf,
  newComposition,
  newId,
  perform,
  placementAfter,
  standAlone,
  translation,
  withDescendants,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { copied } from '../bench/copied';
import { useHand } from '../bench/hand-store';
import { gridOf, layCoverage } from '../picks/lay-coverage';
import { areaInUse, laidPart } from './area-commands';

/** The layer that was copied, placed as in no group, what is in it, and the masks of all of them. */
const copiedLayer = copied<{
  readonly layer: Layer;
  readonly inside: readonly Layer[];
  readonly masks: readonly Mask[];
}>('layers');

/** A composition in which showings among these layers are copies of their own: what they show may not be copied. */
function withoutShowings(composition: Composition, layers: readonly Layer[]): Composition {
  let scene = composition;
  for (const { id } of layers.filter(isShowing)) {
    // A lock holds the layer, not its copy.
    const open = {
      ...scene.layers[id],
      locked: false,
      placeLocked: false,
      pixelsLocked: false,
    } as Layer;
    const unlocked = { ...scene, layers: { ...scene.layers, [id]: open } };
    scene = perform(unlocked, standAlone, { layer: id }).composition;
  }
  return scene;
}

function keepCopied(from: Composition, copied: Layer): void {
  const composition = withoutShowings(from, withDescendants(from, copied.id));
  const layer = layerById(composition, copied.id) ?? copied;
  const [, ...inside] = withDescendants(composition, layer.id);
  const carried = carriedOver(layer, aroundMatrix(composition, layer), IDENTITY);
  const used = new Set([layer, ...inside].flatMap(masksOf));
  const masks = [...used].flatMap((id) => composition.masks[id] ?? []);
  copiedLayer.keep({ layer: { ...layer, ...carried }, inside, masks });
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

/** What was copied as a composition of its own, in which it is found by its ids. */
function sceneOf({ layer, inside, masks }: NonNullable<ReturnType<typeof copiedLayer.read>>) {
  const empty = newComposition('Copied', { width: 1, height: 1 });
  const scene = laidOut(empty, [layer, ...inside], masks);
  return { ...scene, root: [layer.id] };
}

/** Lays the copied layer nearest of all, where it lay; in the middle when that is off the canvas. */
export function pasteLayer(): void {
  const found = copiedLayer.read();
  if (!found) return;
  const { composition, perform: doing } = useComposition.getState();
  const { width, height } = composition.canvas;
  const scene = sceneOf(found);
  const { layer, inside, masks } = copyOf(scene, found.layer, newId());
  const bounds = layerBounds(scene, found.layer);
  const off = isEmpty(intersectRects(bounds, { x: 0, y: 0, width, height }));
  const step = translation(
    width / 2 - bounds.x - bounds.width / 2,
    height / 2 - bounds.y - bounds.height / 2,
  );
  const placement = off ? placementAfter(scene, found.layer, step) : layer.placement;
  const placed: Layer = {
    ...layer,
    locked: false,
    placeLocked: false,
    pixelsLocked: false,
    placement,
  };
  if (doing(addLayer, { layer: placed, inside, masks })) {
    useHand.getState().take({ layer: placed.id, part: null });
  }
}
