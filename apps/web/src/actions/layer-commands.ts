import {
  addLayer,
  changedPlacement,
  doesSomething,
  duplicateLayer,
  type Fitting,
  groupLayers,
  groupOf,
  isGroup,
  isShowing,
  type Layer,
  layerById,
  layersInDepth,
  linkLayers,
  listAround,
  moveLayers,
  newId,
  outermost,
  type PhotoLayer,
  type Placement,
  placedAt,
  placementAfter,
  placementFitting,
  plainLayer,
  removeLayer,
  scaleToCanvas,
  setPlacement,
  setWarp,
  showAgain,
  standAlone,
  translation,
  ungroupLayers,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useFolds } from '../bench/fold-store';
import { useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { takeLayer } from '../bench/take-layer';
import type { Source } from '../link/server';
import { addLayerInArea } from '../tools/area-commands';
import { chosenToPlace } from '../tools/place/chosen';

export function layerInHand(): Layer | undefined {
  const { layer } = useHand.getState();
  return layer ? layerById(useComposition.getState().composition, layer) : undefined;
}

/** The layer in hand and those chosen besides it, far to near; what is in a chosen group is left out. */
export function chosenLayers(): string[] {
  const { layer, alsoChosen } = useHand.getState();
  if (!layer) return [];
  return outermost(useComposition.getState().composition, [layer, ...alsoChosen]);
}

/** Chooses a layer besides the one in hand, or no longer. */
export function chooseAlso(layer: string): void {
  const { layer: inHand, alsoChosen, take } = useHand.getState();
  if (inHand === null || inHand === layer) return takeLayer(layer);
  const others = alsoChosen.filter((id) => id !== layer);
  take({ alsoChosen: others.length < alsoChosen.length ? others : [...others, layer] });
}

/** Chooses all that stand between the layer in hand and another, that one too. */
export function chooseUpTo(layer: string): void {
  const shown = shownInStrip().map(({ id }) => id);
  const { layer: inHand, take } = useHand.getState();
  const [from, to] = [shown.indexOf(inHand ?? ''), shown.indexOf(layer)];
  if (from < 0 || to < 0) return takeLayer(layer);
  const between = shown.slice(Math.min(from, to), Math.max(from, to) + 1);
  take({ alsoChosen: between.filter((id) => id !== inHand) });
}

/** The layers whose cards are in the depth strip, far to near: what is in a folded group has none. */
export function shownInStrip(): Layer[] {
  const { composition } = useComposition.getState();
  const { folded } = useFolds.getState();
  const walk = (ids: readonly string[]): Layer[] =>
    ids.flatMap((id) => {
      const layer = layerById(composition, id);
      if (!layer) return [];
      const inside = isGroup(layer) && !folded.has(id) ? walk(layer.content.children) : [];
      return [layer, ...inside];
    });
  return walk(composition.root);
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
  const size = { width: source.width, height: source.height };
  const content = { kind: 'photo' as const, source: source.hash, size };
  return plainLayer(newId(), source.title.slice(0, 200) || source.name, content, placement);
}

/** Adds a source nearest of all. */
export function addSourceAsLayer(source: Source): void {
  const layer = photoOf(source);
  if (useComposition.getState().perform(addLayer, { layer })) takeLayer(layer.id);
}

/** A source as a layer that covers the canvas. */
export function photoToFill(source: Source): PhotoLayer {
  const { canvas } = useComposition.getState().composition;
  const layer = photoOf(source);
  const scale = scaleToCanvas('fill', layer.content.size, canvas, 0);
  const centre = placedAt({ x: canvas.width / 2, y: canvas.height / 2 });
  return { ...layer, placement: { ...centre, scaleX: scale, scaleY: scale } };
}

/** Fills the area with a source that covers the canvas. */
export function fillAreaWith(source: Source): void {
  addLayerInArea(photoToFill(source));
}

/** Changes the placement of the layer in hand as one step. */
export function place(change: (placement: Placement, layer: Layer) => Partial<Placement>): void {
  const layer = layerInHand();
  const { composition, perform } = useComposition.getState();
  if (!layer) return;
  const placement = changedPlacement(composition, layer, change(layer.placement, layer));
  perform(setPlacement, { layer: layer.id, placement });
}

/** The layer in hand at its natural size, neither turned nor skewed, bent nor drawn out. */
export function placeNaturally(): void {
  const layer = layerInHand();
  const { composition, performAll } = useComposition.getState();
  if (!layer) return;
  const natural = { scaleX: 1, scaleY: 1, turn: 0, skew: 0 };
  const placement = changedPlacement(composition, layer, natural);
  performAll(`${layer.name} as it is by nature`, (doing) => {
    doing(setPlacement, { layer: layer.id, placement });
    if (layer.warp) doing(setWarp, { layer: layer.id, warp: null });
  });
}

/** Fits the layer in hand into the canvas, or into the plane that it lies in; fills that, or moves it to its middle. */
export function fitInHand(way: Fitting): void {
  const layer = layerInHand();
  const { composition, perform } = useComposition.getState();
  const placement = layer && placementFitting(composition, layer, way);
  if (layer && placement) perform(setPlacement, { layer: layer.id, placement });
}

/** Moves the layer in hand, and those that are chosen or linked with it. */
export function nudge(dx: number, dy: number): void {
  const layer = layerInHand();
  const { composition, perform, performAll } = useComposition.getState();
  if (!layer) return;
  const args = (each: Layer) => ({
    layer: each.id,
    placement: placementAfter(composition, each, translation(dx, dy)),
  });
  const moved = chosenToPlace();
  if (moved.length < 2) return void perform(setPlacement, args(layer));
  performAll(`Moved ${moved.length} layers`, (doing) => {
    for (const each of moved) doing(setPlacement, args(each));
  });
}

/** Links the layers that are chosen, so that they move together; one that is linked is unlinked. */
export function linkChosen(): void {
  const { perform } = useComposition.getState();
  const layers = chosenLayers();
  const link = layers.length > 1 ? newId() : null;
  perform(linkLayers, { layers, link });
}

/** Whether there is something to link, or to unlink. */
export function canLink(): boolean {
  return chosenLayers().length > 1 || Boolean(layerInHand()?.link);
}

/** Duplicates the layers that are chosen, and takes the copies in hand. */
export function duplicateInHand(): void {
  const { composition, perform, performAll } = useComposition.getState();
  const layers = outermost(composition, chosenLayers());
  const copies = layers.map(() => newId());
  const [first, ...others] = copies;
  if (!first) return;
  const args = layers.map((layer, i) => ({ layer, copy: copies[i] ?? first }));
  const done =
    others.length === 0
      ? perform(duplicateLayer, { layer: layers[0] ?? '', copy: first })
      : performAll(`Duplicated ${layers.length} layers`, (doing) => {
          for (const each of args) doing(duplicateLayer, each);
        });
  if (!done) return;
  takeLayer(first);
  useHand.getState().take({ alsoChosen: others });
}

/** Puts another showing of the layer in hand before it. */
export function showAgainInHand(): void {
  const layer = layerInHand();
  const showing = newId();
  if (!layer) return;
  if (useComposition.getState().perform(showAgain, { layer: layer.id, showing })) {
    takeLayer(showing);
  }
}

/** Whether the layer in hand follows another. */
export function followsAnother(): boolean {
  const layer = layerInHand();
  return layer !== undefined && isShowing(layer);
}

/** Makes the showing in hand a copy of its own. */
export function standAloneInHand(): void {
  const layer = layerInHand();
  if (layer) useComposition.getState().perform(standAlone, { layer: layer.id });
}

/** Deletes the layers that are chosen. */
export function removeInHand(): void {
  const layers = chosenLayers();
  const { perform } = useComposition.getState();
  const shown = shownInStrip().map(({ id }) => id);
  const at = shown.indexOf(layers[0] ?? '');
  if (layers.length === 0 || !perform(removeLayer, { layers })) return;
  const left = shownInStrip();
  const next = left[Math.min(at, left.length - 1)];
  useHand.getState().take({ layer: next?.id ?? null, part: null });
}

/** Moves the layer in hand nearer (or farther): past the next one, into a group that lies open, out of one at its end. */
export function moveInDepth(step: 1 | -1): void {
  const layer = layerInHand();
  const { composition, perform } = useComposition.getState();
  if (!layer) return;
  const group = groupOf(composition, layer.id);
  const list = listAround(composition, group?.id ?? null);
  const at = list.indexOf(layer.id);
  const next = layerById(composition, list[at + step] ?? '');
  const layers = [layer.id];
  if (!next) {
    if (!group) return;
    const around = groupOf(composition, group.id)?.id ?? null;
    const place = listAround(composition, around).indexOf(group.id);
    return void perform(moveLayers, { layers, into: around, at: step > 0 ? place + 1 : place });
  }
  if (isGroup(next) && !useFolds.getState().folded.has(next.id)) {
    const inside = step > 0 ? 0 : next.content.children.length;
    return void perform(moveLayers, { layers, into: next.id, at: inside });
  }
  perform(moveLayers, { layers, into: group?.id ?? null, at: at + step });
}

/** Takes the next layer nearer (or farther) in hand. */
export function stepThroughLayers(steps: number): void {
  const next = layerAway(steps, useHand.getState().layer);
  if (next) takeLayer(next.id);
}

function layerAway(steps: number, from: string | null): Layer | undefined {
  const layers = shownInStrip();
  const at = layers.findIndex(({ id }) => id === from);
  const next = at < 0 ? 0 : at + steps;
  return layers[Math.max(0, Math.min(layers.length - 1, next))];
}

/** Chooses the next layer nearer (or farther) besides those that are chosen. */
export function chooseNext(step: 1 | -1): void {
  const { layer, alsoChosen } = useHand.getState();
  const next = layerAway(step, alsoChosen.at(-1) ?? layer);
  if (next && next.id !== layer && !alsoChosen.includes(next.id)) chooseAlso(next.id);
}

/** A name that no layer has yet: Group, Group 2, ... */
function groupName(): string {
  const { composition } = useComposition.getState();
  const names = new Set(layersInDepth(composition).map(({ name }) => name));
  let name = 'Group';
  for (let n = 2; names.has(name); n++) name = `Group ${n}`;
  return name;
}

/** Makes a group of the layers that are chosen. */
export function groupChosen(): void {
  const group = newId();
  const args = { layers: chosenLayers(), group, name: groupName() };
  if (useComposition.getState().perform(groupLayers, args)) takeLayer(group);
}

/** Takes the group in hand apart. */
export function ungroupInHand(): void {
  const group = layerInHand();
  const { composition, perform } = useComposition.getState();
  if (!group || !isGroup(group)) return;
  const did = doesSomething(composition, group);
  const nearest = group.content.children.at(-1) ?? null;
  if (!perform(ungroupLayers, { group: group.id })) return;
  useHand
    .getState()
    .take({ layer: nearest ?? layersInDepth(composition).at(-1)?.id ?? null, part: null });
  if (did) {
    tellProblem(
      `What ${group.name} did as a whole (its mask, opacity or blending) went with it. Undo brings it back.`,
    );
  }
}

export function groupInHand(): boolean {
  const layer = layerInHand();
  return layer !== undefined && isGroup(layer);
}
