import { create, type Draft, type Patches } from 'mutative';
import { maskHolder } from '../area';
import {
  type Composition,
  type GroupContent,
  isGroup,
  type Layer,
  type Mask,
  type MaskPart,
  type MaskUse,
  type Step,
} from '../composition';
import { newId } from '../identifiers';
import { layerIdOf, stepHolder, stepIdOf } from '../step-holder';
import { lockedBy, maskSites } from '../tree';

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
  const layer = draft.layers[id];
  if (!layer) throw new OperationRefused('That layer is no longer in the composition.');
  return layer;
}

function theOther(
  lock: { readonly id: string },
  layer: { readonly id: string; readonly name: string },
) {
  return lock.id === layer.id ? 'it' : layer.name;
}

/** The list in which layers of a group stand, or those of none. */
export function draftList(draft: CompositionDraft, group: string | null): string[] {
  if (group === null) return draft.root;
  const layer = draftLayer(draft, group);
  if (!isGroup(layer as Layer)) throw new OperationRefused(`${layer.name} is not a group.`);
  return (layer.content as Draft<GroupContent>).children;
}

/** Takes layers out of the lists they stand in; they are in no list then. */
export function takeOut(draft: CompositionDraft, ids: readonly string[]): void {
  const lists = [
    draft.root,
    ...Object.values(draft.layers).flatMap(({ content }) =>
      content.kind === 'group' ? [content.children] : [],
    ),
  ];
  for (const list of lists) {
    for (const id of ids) {
      const at = list.indexOf(id);
      if (at >= 0) list.splice(at, 1);
    }
  }
}

/** The layer, if it may be changed. */
export function unlockedLayer(draft: CompositionDraft, id: string): Draft<Layer> {
  const layer = draftLayer(draft, id);
  const lock = lockedBy(draft as Composition, layer as Layer);
  if (lock)
    throw new OperationRefused(
      `${lock.name} is locked. Unlock it to change ${theOther(lock, layer)}.`,
    );
  return layer;
}

/** The layer, if its place may be changed. */
export function movableLayer(draft: CompositionDraft, id: string): Draft<Layer> {
  const layer = unlockedLayer(draft, id);
  if (layer.placeLocked) {
    throw new OperationRefused(`The place of ${layer.name} is locked. Unlock it to move it.`);
  }
  return layer;
}

/** The layer, if what it is made of may be changed. */
export function drawableLayer(draft: CompositionDraft, id: string): Draft<Layer> {
  const layer = unlockedLayer(draft, id);
  if (layer.pixelsLocked) {
    throw new OperationRefused(
      `The pixels of ${layer.name} are locked. Unlock them to change what it is made of.`,
    );
  }
  return layer;
}

/** What has a mask and may be changed: a layer, or a step of one. */
export interface DraftHolder {
  readonly layer: Draft<Layer>;
  /** The layer or its step: where the use of the mask stands. */
  readonly at: { maskUse: Draft<MaskUse> | null };
  readonly name: string;
}

/** @param id of a layer, or of the stand-in for a step */
export function unlockedHolder(draft: CompositionDraft, id: string): DraftHolder {
  const layer = unlockedLayer(draft, layerIdOf(id));
  const stepId = stepIdOf(id);
  if (stepId === null) return { layer, at: layer, name: layer.name };
  const step = layer.steps.find((each) => each.id === stepId);
  if (!step) throw new OperationRefused('That step is no longer in the chain.');
  return { layer, at: step, name: holderName(draft as Composition, id) };
}

/** A step of a layer that may be changed. */
export function unlockedStep(draft: CompositionDraft, layer: string, id: string): Draft<Step> {
  const step = unlockedLayer(draft, layer).steps.find((each) => each.id === id);
  if (!step) throw new OperationRefused('That step is no longer in the chain.');
  return step;
}

export function stepName(composition: Composition, layer: string, step: string): string {
  return composition.layers[layer]?.steps.find(({ id }) => id === step)?.name ?? 'step';
}

export function draftMask(draft: CompositionDraft, id: string): Draft<Mask> {
  const mask = draft.masks[id];
  if (!mask) throw new OperationRefused('That mask is no longer in the composition.');
  return mask;
}

/** The mask, if no locked layer uses it. */
export function unlockedMask(draft: CompositionDraft, id: string): Draft<Mask> {
  const users = maskSites(draft as Composition).filter(({ mask }) => mask === id);
  const locked = users
    .flatMap(({ layer }) => layer ?? [])
    .find((layer) => lockedBy(draft as Composition, layer));
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
  return composition.layers[id]?.name ?? 'layer';
}

/** The name of a layer, or of one of its steps with that of the layer. */
export function holderName(composition: Composition, id: string): string {
  return maskHolder(composition, id)?.name ?? 'layer';
}

/** The name of what uses a mask, or the mask's own. */
export function maskOwnerName(composition: Composition, maskId: string): string {
  const site = maskSites(composition).find(({ layer, mask }) => layer && mask === maskId);
  const { layer, step } = site ?? {};
  const user = layer && step ? stepHolder(layer, step) : layer;
  return user?.name ?? composition.masks[maskId]?.name ?? 'mask';
}

export function partName(composition: Composition, maskId: string, partId: string): string {
  return composition.masks[maskId]?.parts.find((part) => part.id === partId)?.name ?? 'part';
}
