import type { BlobHash } from '../composition';
import { layerName, type Operation, unlockedLayer } from './operation';

/** Puts the tiles that a stroke changed into what says where a fringe is cleaned. The blobs are stored before. */
export const paintFringe: Operation<{
  layer: string;
  tiles: Readonly<Record<string, BlobHash>>;
  way: 'clean' | 'leave';
}> = {
  name: 'paintFringe',
  words: (before, { layer, way }) =>
    `Brushed the fringe of ${layerName(before, layer)}: ${way === 'clean' ? 'cleans' : 'leaves'} it`,
  change(draft, { layer, tiles }) {
    const { edge } = unlockedLayer(draft, layer);
    const { strokes = 0, tiles: before = {} } = edge.fringeBrushed ?? {};
    edge.fringeBrushed = { strokes: strokes + 1, tiles: { ...before, ...tiles } };
  },
};
