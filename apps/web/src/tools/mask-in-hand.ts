import {
  addMask,
  addPart,
  type Composition,
  type Layer,
  layerById,
  type Mask,
  type MaskPart,
  type Matrix,
  maskMatrix,
  maskOf,
  newId,
  perform,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';

/** The layer in hand and its mask, as they are in the composition. */
export interface MaskInHand {
  readonly layer: Layer;
  readonly mask: Mask | undefined;
  readonly part: MaskPart | undefined;
  /** From mask pixels to composition pixels. */
  readonly matrix: Matrix;
}

export function maskInHand(): MaskInHand | null {
  const { composition } = useComposition.getState();
  const hand = useHand.getState();
  const layer = hand.layer ? layerById(composition, hand.layer) : undefined;
  if (!layer) return null;
  const mask = maskOf(composition, layer);
  const part = mask?.parts.find((each) => each.id === hand.part);
  return { layer, mask, part, matrix: maskMatrix(layer) };
}

/** Why the mask in hand cannot be changed now, in words; null when it can. */
export function whyNot(target: MaskInHand | null): string | null {
  if (!target) return 'No layer is in hand. Choose a card in the depth strip first.';
  const { layer } = target;
  if (layer.locked) return `${layer.name} is locked. Unlock it to change its mask.`;
  if (!layer.shown) return `${layer.name} is not shown. Light its lamp to change its mask.`;
  return null;
}

function maskWith(part: MaskPart, startsFrom: Mask['startsFrom']): Mask {
  return { id: newId(), name: 'Mask', startsFrom, parts: [part], feather: 0 };
}

/** How a mask begins whose first part takes away, or adds. */
export function startFor(takesAway: boolean): Mask['startsFrom'] {
  return takesAway ? 'full' : 'empty';
}

/** Adds a part to the layer's mask, making the mask when there is none, as one step. */
export function commitPart(
  target: MaskInHand,
  part: MaskPart,
  startsFrom: Mask['startsFrom'],
): boolean {
  const { perform: doing } = useComposition.getState();
  const layer = target.layer.id;
  const done = target.mask
    ? doing(addPart, { mask: target.mask.id, part })
    : doing(addMask, {
        ...{ layer, mask: maskWith(part, startsFrom) },
        words: `${part.name} on the mask of ${target.layer.name}`,
      });
  if (done) useHand.getState().take({ part: part.id });
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
  const mask = maskWith(part, startsFrom);
  return perform(composition, addMask, { layer: target.layer.id, mask }).composition;
}

/** A name that no part of the mask has yet: Outline, Outline 2, ... */
export function freshName(mask: Mask | undefined, kind: string): string {
  const names = new Set(mask?.parts.map((part) => part.name));
  let name = kind;
  for (let n = 2; names.has(name); n++) name = `${kind} ${n}`;
  return name;
}
