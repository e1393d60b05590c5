import { create, type Draft, type Patches } from 'mutative';
import type { Composition, Layer, Mask, MaskPart } from '../composition';
import { newId } from '../identifiers';

export type CompositionDraft = Draft<Composition>;
export type Patch = Patches<true>[number];

/** A named, pure change of a composition. */
export interface Operation<Args> {
  readonly name: string;
  /** What the change did, for the history and for screen readers. Reads the composition before the change. */
  words(before: Composition, args: Args): string;
  change(draft: CompositionDraft, args: Args): void;
}

/** One step of the history: enough to go forward and back without the values in between. */
export interface HistoryEntry {
  readonly id: string;
  readonly operation: string;
  readonly words: string;
  /** ISO 8601, UTC. */
  readonly at: string;
  readonly patches: readonly Patch[];
  readonly inverse: readonly Patch[];
}

/** An operation that cannot be carried out; the message is for the person at the bench. */
export class OperationRefused extends Error {
  override readonly name = 'OperationRefused';
}

/**
 * Carries out an operation. The composition passed in stays as it was.
 * `entry` is null when the operation changed nothing.
 */
export function perform<Args>(
  composition: Composition,
  operation: Operation<Args>,
  args: Args,
  now: Date = new Date(),
): { composition: Composition; entry: HistoryEntry | null } {
  const [after, patches, inverse] = create(composition, (draft) => operation.change(draft, args), {
    enablePatches: true,
  });
  if (patches.length === 0) return { composition, entry: null };
  return {
    composition: after,
    entry: {
      id: newId(),
      operation: operation.name,
      words: operation.words(composition, args),
      at: now.toISOString(),
      patches,
      inverse,
    },
  };
}

export function draftLayer(draft: CompositionDraft, id: string): Draft<Layer> {
  const layer = draft.layers.find((each) => each.id === id);
  if (!layer) throw new OperationRefused('That layer is no longer in the composition.');
  return layer;
}

/** The layer, if it may be changed. */
export function unlockedLayer(draft: CompositionDraft, id: string): Draft<Layer> {
  const layer = draftLayer(draft, id);
  if (layer.locked) throw new OperationRefused(`${layer.name} is locked. Unlock it to change it.`);
  return layer;
}

export function draftMask(draft: CompositionDraft, id: string): Draft<Mask> {
  const mask = draft.masks.find((each) => each.id === id);
  if (!mask) throw new OperationRefused('That mask is no longer in the composition.');
  return mask;
}

/** The mask, if no locked layer uses it. */
export function unlockedMask(draft: CompositionDraft, id: string): Draft<Mask> {
  const locked = draft.layers.find((layer) => layer.locked && layer.maskUse?.mask === id);
  if (locked) throw new OperationRefused(`${locked.name} is locked. Unlock it to change its mask.`);
  return draftMask(draft, id);
}

export function draftPart(
  draft: CompositionDraft,
  maskId: string,
  partId: string,
): Draft<MaskPart> {
  const part = unlockedMask(draft, maskId).parts.find((each) => each.id === partId);
  if (!part) throw new OperationRefused('That mask part is no longer in the mask.');
  return part;
}

/** Moves the item at `from` so that it ends up at `to`. */
export function moveItem<Item>(items: Item[], from: number, to: number): void {
  const target = Math.max(0, Math.min(items.length - 1, to));
  if (from === target) return;
  const [item] = items.splice(from, 1);
  items.splice(target, 0, item as Item);
}

export function layerName(composition: Composition, id: string): string {
  return composition.layers.find((layer) => layer.id === id)?.name ?? 'layer';
}

/** The name of the layer that uses a mask, or the mask's own. */
export function maskOwnerName(composition: Composition, maskId: string): string {
  const layer = composition.layers.find((each) => each.maskUse?.mask === maskId);
  return layer?.name ?? composition.masks.find((each) => each.id === maskId)?.name ?? 'mask';
}

export function partName(composition: Composition, maskId: string, partId: string): string {
  const mask = composition.masks.find((each) => each.id === maskId);
  return mask?.parts.find((part) => part.id === partId)?.name ?? 'part';
}
