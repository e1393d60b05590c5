import {
  addLayer,
  duplicateLayer,
  type Layer,
  layerById,
  newId,
  type PhotoLayer,
  type Placement,
  placedAt,
  removeLayer,
  reorderLayer,
  scaleToCanvas,
  setPlacement,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import type { Source } from '../link/server';
import { addLayerInArea } from '../tools/area-commands';

export function layerInHand(): Layer | undefined {
  const { layer } = useHand.getState();
  return layer ? layerById(useComposition.getState().composition, layer) : undefined;
}

export function takeLayer(layer: string): void {
  useHand.getState().take({ layer, part: null });
}

/** A source as a layer, at its natural size, or made smaller so that the canvas holds it. */
function photoOf(source: Source): PhotoLayer {
  const { canvas } = useComposition.getState().composition;
  const centred = placedAt({ x: canvas.width / 2, y: canvas.height / 2 });
  const fit = scaleToCanvas('fit', source, canvas, 0);
  const scale = Math.min(1, fit);
  // A picture at its natural size goes onto the pixel grid, so that it stays as sharp as it is.
  const onGrid = {
    x: Math.floor((canvas.width - source.width) / 2) + source.width / 2,
    y: Math.floor((canvas.height - source.height) / 2) + source.height / 2,
  };
  const placement =
    scale === 1 ? { ...centred, ...onGrid } : { ...centred, scaleX: scale, scaleY: scale };
  return {
    ...{ id: newId(), kind: 'photo', name: source.title.slice(0, 200) || source.name },
    ...{ shown: true, locked: false, opacity: 1, blending: 'normal', placement },
    ...{ source: source.hash, maskUse: null },
    size: { width: source.width, height: source.height },
  };
}

/** Adds a source nearest of all. */
export function addSourceAsLayer(source: Source): void {
  const layer = photoOf(source);
  if (useComposition.getState().perform(addLayer, { layer })) takeLayer(layer.id);
}

/** Fills the area with a source that covers the canvas. */
export function fillAreaWith(source: Source): void {
  const { canvas } = useComposition.getState().composition;
  const layer = photoOf(source);
  const scale = scaleToCanvas('fill', layer.size, canvas, 0);
  const centre = placedAt({ x: canvas.width / 2, y: canvas.height / 2 });
  addLayerInArea({ ...layer, placement: { ...centre, scaleX: scale, scaleY: scale } });
}

/** Changes the placement of the layer in hand as one step. */
export function place(change: (placement: Placement, layer: Layer) => Partial<Placement>): void {
  const layer = layerInHand();
  if (!layer) return;
  const placement = { ...layer.placement, ...change(layer.placement, layer) };
  useComposition.getState().perform(setPlacement, { layer: layer.id, placement });
}

export function placeOnCanvas(way: 'fit' | 'fill'): void {
  const { canvas } = useComposition.getState().composition;
  place((placement, layer) => {
    const scale = scaleToCanvas(way, layer.size, canvas, placement.turn);
    return { x: canvas.width / 2, y: canvas.height / 2, scaleX: scale, scaleY: scale };
  });
}

export function nudge(dx: number, dy: number): void {
  place(({ x, y }) => ({ x: x + dx, y: y + dy }));
}

export function duplicateInHand(): void {
  const layer = layerInHand();
  const copy = newId();
  if (!layer) return;
  if (useComposition.getState().perform(duplicateLayer, { layer: layer.id, copy })) takeLayer(copy);
}

export function removeInHand(): void {
  const layer = layerInHand();
  if (!layer) return;
  const { composition, perform } = useComposition.getState();
  const at = composition.layers.indexOf(layer);
  if (!perform(removeLayer, { layer: layer.id })) return;
  const { layers } = useComposition.getState().composition;
  const next = layers[Math.min(at, layers.length - 1)];
  useHand.getState().take({ layer: next?.id ?? null, part: null });
}

/** Moves the layer in hand by `steps` places nearer (or farther when negative). */
export function moveInDepth(steps: number): void {
  const layer = layerInHand();
  const { composition, perform } = useComposition.getState();
  if (!layer) return;
  const to = composition.layers.indexOf(layer) + steps;
  if (to < 0 || to >= composition.layers.length) return;
  perform(reorderLayer, { layer: layer.id, to });
}

/** Takes the next layer nearer (or farther) in hand. */
export function stepThroughLayers(steps: number): void {
  const { layers } = useComposition.getState().composition;
  const layer = layerInHand();
  const at = layer ? layers.indexOf(layer) + steps : 0;
  const next = layers[Math.max(0, Math.min(layers.length - 1, at))];
  if (next) takeLayer(next.id);
}
