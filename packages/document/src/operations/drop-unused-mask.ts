import type { CompositionDraft } from './operation';

/** Takes a mask out of the composition when nothing uses it any more and it is not on the shelf. */
export function dropUnusedMask(draft: CompositionDraft, id: string | undefined): void {
  const at = draft.masks.findIndex((mask) => mask.id === id);
  const used = draft.area?.mask === id || draft.layers.some((layer) => layer.maskUse?.mask === id);
  if (at >= 0 && !used && !draft.masks[at]?.shelf) draft.masks.splice(at, 1);
}
