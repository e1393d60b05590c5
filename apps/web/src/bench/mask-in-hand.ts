import {
  AREA_ID,
  addMask,
  addPart,
  areaLayer,
  type Composition,
  isShown,
  isWarped,
  type Layer,
  layArea,
  lockedBy,
  type Mask,
  type MaskPart,
  type Matrix,
  maskHolder,
  maskMatrix,
  maskOf,
  maskSize,
  newId,
  newMaskSize,
  perform,
  type Size,
  stepHolderId,
} from '@diplex/document';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';

/** The mask that the tools change, as it is in the composition: the layer's in hand, or the area. */
export interface MaskInHand {
  /** Whose mask it is: the layer in hand, or the area's stand-in. */
  readonly layer: Layer;
  readonly mask: Mask | undefined;
  readonly part: MaskPart | undefined;
  /** From mask pixels to composition pixels. */
  readonly matrix: Matrix;
  /** The extent of the mask's pixels. */
  readonly size: Size;
}

/** Whose mask the tools change. */
export function holderIn(
  composition: Composition,
  {
    makes,
    layer,
    maskedStep,
  }: { makes: 'part' | 'area'; layer: string | null; maskedStep: string | null },
): Layer | undefined {
  if (makes === 'area') return areaLayer(composition);
  if (!layer) return undefined;
  const id = maskedStep === null ? layer : stepHolderId(layer, maskedStep);
  return maskHolder(composition, id);
}

export function maskInHand(): MaskInHand | null {
  const { composition } = useComposition.getState();
  const hand = useHand.getState();
  const layer = holderIn(composition, hand);
  if (!layer) return null;
  const mask = maskOf(composition, layer);
  const part = mask?.parts.find((each) => each.id === hand.part);
  return {
    layer,
    mask,
    part,
    matrix: maskMatrix(composition, layer),
    size: maskSize(composition, layer),
  };
}

/** What is said of a layer whose mask cannot be changed as it lies. */
export function notFlat({ name }: Layer): string {
  return `${name} is bent or lies in perspective. Lay it flat at Arrange to work on its mask.`;
}

/** Why the mask in hand cannot be changed now, in words; null when it can. */
export function whyNot(target: MaskInHand | null): string | null {
  if (!target) return 'No layer is in hand. Choose a card in the depth strip first.';
  const { layer } = target;
  const { composition } = useComposition.getState();
  const lock = lockedBy(composition, layer);
  if (lock) return `${lock.name} is locked. Unlock it to change the mask.`;
  if (!isShown(composition, layer)) {
    return `${layer.name} is not shown. Light its lamp to change its mask.`;
  }
  if (isWarped(composition, layer)) {
    return notFlat(layer);
  }
  return null;
}

function maskWith({ layer }: MaskInHand, part: MaskPart, startsFrom: Mask['startsFrom']): Mask {
  const made = { id: newId(), startsFrom, parts: [part], feather: 0 };
  const { composition } = useComposition.getState();
  if (layer.id === AREA_ID) return { ...made, name: 'Area', size: maskSize(composition, layer) };
  return { ...made, name: 'Mask', ...newMaskSize(composition, layer) };
}

/** How a mask begins whose first part takes away, or adds. */
export function startFor(takesAway: boolean): Mask['startsFrom'] {
  return takesAway ? 'full' : 'empty';
}

/**
 * Adds a part to the layer's mask, making the mask when there is none, as one step. It comes to hand where it is the last one.
 * @param after the part that it comes right after; it becomes the last when left out
 */
export function commitPart(
  target: MaskInHand,
  part: MaskPart,
  startsFrom: Mask['startsFrom'],
  after?: string,
): boolean {
  const { perform: doing } = useComposition.getState();
  const layer = target.layer.id;
  const mask = maskWith(target, part, startsFrom);
  const ofArea = layer === AREA_ID;
  const words = ofArea
    ? `Area by ${part.name}`
    : `${part.name} on the mask of ${target.layer.name}`;
  const done = target.mask
    ? doing(addPart, { mask: target.mask.id, part, ...(after && { after }) })
    : ofArea
      ? doing(layArea, { mask, words })
      : doing(addMask, { layer, mask, words });
  const { masks } = useComposition.getState().composition;
  const last = masks[target.mask?.id ?? mask.id]?.parts.at(-1)?.id;
  if (done && (ofArea || last === part.id)) useHand.getState().take({ part: part.id });
  return done;
}

/** The composition as it would be with one more part, and the mask that holds it. */
export function withPart(
  composition: Composition,
  target: MaskInHand,
  part: MaskPart,
  startsFrom: Mask['startsFrom'],
): Composition {
  if (target.mask) {
    return perform(composition, addPart, { mask: target.mask.id, part }).composition;
  }
  const mask = maskWith(target, part, startsFrom);
  const { id } = target.layer;
  if (id === AREA_ID) return perform(composition, layArea, { mask, words: '' }).composition;
  return perform(composition, addMask, { layer: id, mask }).composition;
}

/** A name that no part of the mask has yet: Outline, Outline 2, ... */
export function freshName(mask: Mask | undefined, kind: string): string {
  const names = new Set(mask?.parts.map((part) => part.name));
  let name = kind;
  for (let n = 2; names.has(name); n++) name = `${kind} ${n}`;
  return name;
}
