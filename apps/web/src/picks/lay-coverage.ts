import { neededPixels } from '@diplex/core';
import {
  AREA_ID,
  type BlobHash,
  IDENTITY,
  type Layer,
  maskMatrix,
  maskSize,
} from '@diplex/document';
import type { LaidFrom, MaskGrid } from '@diplex/engine';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { trackWork } from '../bench/pending-work';
import { keepTiles } from './keep-tiles';
import { inJob, pickSeat } from './run-pick';

/** Brings all pixels that the coverage of a layer, or of the area, is drawn from. */
export function bringCoverage(viewed: string): Promise<() => void> {
  const { composition } = useComposition.getState();
  const { width, height } = composition.canvas;
  // All that a cut-out is made of, its own pixels too: the shape of a layer is that of its alpha.
  const view = { kind: 'cut-out' as const, layer: viewed, checks: 'dark' as const };
  const needed = neededPixels(composition, { x: 0, y: 0, width, height }, 1, view);
  return pageSupply().bring(needed.sources, needed.painted);
}

/** The pixels of a layer's mask, or of the one it would get. */
export function gridOf(layer: Layer): MaskGrid {
  const { composition } = useComposition.getState();
  return { toComposition: maskMatrix(composition, layer), size: maskSize(composition, layer) };
}

/** A mask whose pixels are those of the canvas. */
export function canvasGrid(): MaskGrid {
  const { width, height } = useComposition.getState().composition.canvas;
  return { toComposition: IDENTITY, size: { width, height } };
}

/**
 * Lays coverage down on the pixels of a mask and gives its tiles to `keep`; with progress, and it can
 * be stopped.
 */
export function layCoverage(
  words: string,
  onto: MaskGrid,
  from: LaidFrom,
  keep: (tiles: Readonly<Record<string, BlobHash>>) => void,
): void {
  const work = inJob(words, async (signal, onProgress) => {
    const letGo = await bringCoverage(from.of === 'area' ? AREA_ID : from.layer);
    try {
      const { composition } = useComposition.getState();
      const ask = { composition: compositionKey(composition), from, onto };
      const options = { ...pickSeat(), signal, onProgress };
      const tiles = await pageEngine().run('lay-coverage', ask, options);
      keep(await keepTiles(tiles, signal));
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
