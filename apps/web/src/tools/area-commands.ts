import {
  addLayer,
  addMask,
  addPart,
  type BlobHash,
  type CombineRule,
  type Composition,
  carriedOver,
  changeArea,
  divideLayer,
  type Fill,
  type FillLayer,
  groupOf,
  IDENTITY,
  invert,
  isWarped,
  keepMask,
  type Layer,
  layArea,
  layerById,
  layerMatrix,
  listAround,
  type Mask,
  maskMatrix,
  maskOf,
  maskSize,
  multiply,
  newId,
  ownMatrix,
  type PickedPart,
  placedAt,
  plainLayer,
  translation,
  usersOf,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { freshName, notFlat } from '../bench/mask-in-hand';
import { tellProblem } from '../bench/notice-store';
import { canvasGrid, gridOf, layCoverage } from '../picks/lay-coverage';

export function areaInUse(): boolean {
  return useComposition.getState().composition.area?.inUse ?? false;
}

/** Everything is the area. */
export function areaOfAll(): void {
  const { composition, perform } = useComposition.getState();
  const { width, height } = composition.canvas;
  const mask: Mask = {
    ...{ id: newId(), name: 'Area', startsFrom: 'full', parts: [], feather: 0 },
    size: { width, height },
  };
  perform(layArea, { mask, words: 'The area is everything' });
}

/** Puts the area away, or takes the last one up again. */
export function putAreaAway(): void {
  const { composition, perform } = useComposition.getState();
  const inUse = !composition.area?.inUse;
  perform(changeArea, { change: { inUse } });
}

export function turnAreaRound(): void {
  const { composition, perform } = useComposition.getState();
  perform(changeArea, { change: { turnedRound: !composition.area?.turnedRound } });
}

export function nudgeArea(dx: number, dy: number): void {
  const { composition, perform } = useComposition.getState();
  const { area } = composition;
  if (!area?.inUse) return;
  perform(changeArea, { change: { lies: multiply(translation(dx, dy), area.lies) } });
}

/** A part that was laid from the area. */
export function laidPart(
  tiles: Readonly<Record<string, BlobHash>>,
  combine: CombineRule,
  mask: Mask | undefined,
): PickedPart {
  return {
    ...{ id: newId(), kind: 'picked', name: freshName(mask, 'Area'), shown: true, combine },
    ...{ feather: 0, inverted: false, recipe: { by: 'laid', of: 'the area' }, tiles },
  };
}

/** The layer in hand, if the area can be laid on it; says why not otherwise. */
function layerForArea(): Layer | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!areaInUse()) tellProblem('There is no area. Set the tools to make an area and draw one.');
  else if (!layer) tellProblem('No layer is in hand. Choose a card in the depth strip first.');
  else if (isWarped(composition, layer)) tellProblem(notFlat(layer));
  else return layer;
  return null;
}

/** Shows, hides or keeps of the layer in hand what lies inside the area. */
export function maskByArea(combine: 'add' | 'subtract' | 'intersect'): void {
  const layer = layerForArea();
  if (!layer) return;
  if (layer.locked) return tellProblem(`${layer.name} is locked. Unlock it to change its mask.`);
  layCoverage(`The area on ${layer.name}`, gridOf(layer), { of: 'area' }, (tiles) => {
    const { composition, perform } = useComposition.getState();
    const current = layerById(composition, layer.id);
    if (!current) return;
    const own = maskOf(composition, current);
    const part = laidPart(tiles, combine, own);
    if (own) return void perform(addPart, { mask: own.id, part });
    const startsFrom = combine === 'subtract' ? 'full' : 'empty';
    const first = combine === 'intersect' ? { ...part, combine: 'add' as const } : part;
    const mask: Mask = { id: newId(), name: 'Mask', startsFrom, parts: [first], feather: 0 };
    perform(addMask, { layer: layer.id, mask, words: `Area on the mask of ${layer.name}` });
  });
}

/** A new layer of what lies inside the area; by cut, the old layer's mask hides it from now on. */
export function divideByArea(way: 'copy' | 'cut'): void {
  const layer = layerForArea();
  if (!layer) return;
  if (way === 'cut' && layer.locked) {
    return tellProblem(`${layer.name} is locked. Unlock it to cut from it, or copy instead.`);
  }
  layCoverage(`New layer by ${way} from ${layer.name}`, gridOf(layer), { of: 'area' }, (tiles) => {
    const { composition, perform } = useComposition.getState();
    const part = laidPart(tiles, 'intersect', maskOf(composition, layer));
    const copy = newId();
    if (perform(divideLayer, { layer: layer.id, copy, part, way })) {
      useHand.getState().take({ layer: copy, part: null });
    }
  });
}

/** The area's coverage as a mask whose pixels are those of the canvas. */
function areaMask(tiles: Readonly<Record<string, BlobHash>>): Mask {
  const part = laidPart(tiles, 'add', undefined);
  const { size } = canvasGrid();
  return { id: newId(), name: 'Area', startsFrom: 'empty', parts: [part], feather: 0, size };
}

/** The place right before (nearer than) the layer in hand; nearest of all when there is none. */
function nearerThanInHand(composition: Composition): { at: number; into: string | null } {
  const { layer } = useHand.getState();
  const into = layer ? (groupOf(composition, layer)?.id ?? null) : null;
  const list = listAround(composition, into);
  const below = layer ? list.indexOf(layer) : -1;
  return { at: below < 0 ? list.length : below + 1, into };
}

/** A layer of the canvas's extent, nearer than the one in hand, that shows inside the area. */
function addInArea(words: string, layer: Layer): void {
  layCoverage(words, canvasGrid(), { of: 'area' }, (tiles) => {
    const { composition, perform } = useComposition.getState();
    const mask = areaMask(tiles);
    const lies = invert(ownMatrix(layer));
    const maskUse = { mask: mask.id, linked: true, turnedRound: false, lies };
    const { at, into } = nearerThanInHand(composition);
    const made = { ...layer, maskUse };
    // Where the layer in hand is in a group, the new one stands in it too, and lies where it was drawn.
    const group = into === null ? undefined : layerById(composition, into);
    const within = group ? layerMatrix(composition, group) : IDENTITY;
    const placed = { ...made, ...carriedOver(made, IDENTITY, within) };
    if (perform(addLayer, { layer: placed, at, into, masks: [mask] })) {
      useHand.getState().take({ layer: layer.id, part: null });
    }
  });
}

/** Fills the area (the canvas, where there is none) as a layer of its own. */
export function fillArea(fill: Fill, words: string): void {
  const { composition, perform } = useComposition.getState();
  const { width, height } = composition.canvas;
  const content = { kind: 'fill' as const, fill, size: { width, height } };
  const middle = placedAt({ x: width / 2, y: height / 2 });
  const layer: FillLayer = plainLayer(newId(), words, content, middle);
  if (areaInUse()) return addInArea(words, layer);
  if (perform(addLayer, { layer })) useHand.getState().take({ layer: layer.id, part: null });
}

/** Adds a photograph that shows inside the area. */
export function addLayerInArea(layer: Layer): void {
  addInArea(`${layer.name} inside the area`, layer);
}

/** Keeps the area on the mask shelf. */
export function keepArea(shelf: string): void {
  const { composition, perform } = useComposition.getState();
  const { area } = composition;
  const mask = area ? composition.masks[area.mask] : undefined;
  if (!area || !mask) return;
  const moved = area.turnedRound || area.lies.some((value, i) => value !== IDENTITY[i]);
  if (!moved) return void perform(keepMask, { mask: { ...mask, id: newId(), shelf } });
  // Where it was moved or turned round its parts no longer say it all.
  layCoverage(`Keeping ${shelf}`, canvasGrid(), { of: 'area' }, (tiles) =>
    perform(keepMask, { mask: { ...areaMask(tiles), shelf } }),
  );
}

/** Makes a mask of the shelf the area, where it lies now. */
export function areaFromShelf(mask: Mask): void {
  const { composition, perform } = useComposition.getState();
  const [user] = usersOf(composition, mask.id);
  const { shelf, ...rest } = mask;
  const words = `The area is ${shelf}`;
  const lies = user ? maskMatrix(composition, user) : IDENTITY;
  const size = user ? maskSize(composition, user) : (mask.size ?? composition.canvas);
  const copy = { ...rest, id: newId(), size: { width: size.width, height: size.height } };
  perform(layArea, { mask: copy, words, lies });
}
