import type { BlobHash } from '../composition';
import { maskOwnerName, type Operation, unlockedMask } from './operation';

/** Puts the tiles that a stroke changed into what says where a fringe is cleaned. The blobs are stored before. */
export const paintFringe: Operation<{
  mask: string;
  tiles: Readonly<Record<string, BlobHash>>;
  way: 'clean' | 'leave';
}> = {
  name: 'paintFringe',
  words: (before, { mask, way }) =>
    `Brushed the fringe of ${maskOwnerName(before, mask)}: ${way === 'clean' ? 'cleans' : 'leaves'} it`,
  change(draft, { mask, tiles }) {
    const target = unlockedMask(draft, mask);
    const { strokes = 0, tiles: before = {} } = target.fringeBrushed ?? {};
    target.fringeBrushed = { strokes: strokes + 1, tiles: { ...before, ...tiles } };
  },
};
