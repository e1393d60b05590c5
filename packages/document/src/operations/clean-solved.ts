import type { Draft } from 'mutative';
import type { Composition, Layer, MaskPart } from '../composition';
import { usersOf } from '../tree';
import type { CompositionDraft } from './operation';

function isSolved(part: MaskPart): boolean {
  if (part.kind === 'painted') return Boolean(part.sheer);
  return part.kind === 'picked' && typeof part.solved === 'number';
}

/**
 * What was solved mixes with the old backdrop, whose colour would show: the fringe of every layer that
 * uses a mask with such parts is cleaned by itself.
 */
export function cleanSolved(
  draft: CompositionDraft,
  mask: string,
  parts: readonly MaskPart[],
): void {
  if (!parts.some(isSolved)) return;
  const layers = usersOf(draft as Composition, mask) as Draft<Layer>[];
  for (const layer of layers) layer.edge.fringe ??= 1;
}
