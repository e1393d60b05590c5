import type { BlobHash } from '../composition';
import { layerName, type Operation, stepName, unlockedStep } from './operation';

/**
 * Puts the tiles that a stroke changed into what is brushed of a step. The blobs are stored before.
 * `way` says what the stroke did, for the history.
 */
export const brushStep: Operation<{
  layer: string;
  step: string;
  tiles: Readonly<Record<string, BlobHash>>;
  way: string;
}> = {
  name: 'brushStep',
  words: (before, { layer, step, way }) =>
    `Brushed ${stepName(before, layer, step)} of ${layerName(before, layer)}: ${way}`,
  change(draft, { layer, step, tiles }) {
    const found = unlockedStep(draft, layer, step);
    const { strokes = 0, tiles: before = {} } = found.brushed ?? {};
    found.brushed = { ...found.brushed, strokes: strokes + 1, tiles: { ...before, ...tiles } };
  },
};
