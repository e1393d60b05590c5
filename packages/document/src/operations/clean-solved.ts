import type { Draft } from 'mutative';
import type { Mask, MaskPart } from '../composition';

/** What was solved mixes with the old backdrop, whose colour would show: its fringe is cleaned by itself. */
export function cleanSolved(mask: Draft<Mask>, part: MaskPart): void {
  const solved = part.kind === 'picked' && typeof part.solved === 'number';
  if (solved || (part.kind === 'painted' && part.sheer)) mask.fringe ??= 1;
}
