import type { Composition } from '../composition';
import { maskSites } from '../tree';
import type { CompositionDraft } from './operation';

/** Takes a mask out of the composition when nothing uses it any more and it is not on the shelf. */
export function dropUnusedMask(draft: CompositionDraft, id: string | undefined): void {
  const mask = id === undefined ? undefined : draft.masks[id];
  if (!mask || mask.shelf) return;
  const used = maskSites(draft as Composition).some((site) => site.mask === mask.id);
  if (!used) delete draft.masks[mask.id];
}
