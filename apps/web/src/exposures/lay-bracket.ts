import type { FrameMove } from '@diplex/core';
import {
  addLayer,
  groupLayers,
  newId,
  type PhotoLayer,
  placedAt,
  plainLayer,
  scaleToCanvas,
} from '@diplex/document';
import type { AlignedBy } from '@diplex/engine';
import { useComposition } from '../bench/composition-store';
import { pageEngine } from '../bench/engine';
import { useHand } from '../bench/hand-store';
import { trackWork } from '../bench/pending-work';
import type { Source } from '../link/server';
import { inJob, pickSeat } from '../picks/run-pick';
import { bringLevels, levelWithin } from './whole-levels';

/** Frames are aligned at the level that has so many pixels at most: finer ones say nothing more. */
const ALIGNED_PIXELS = 1_700_000;

/** How frames have to be moved to lie on the first. */
export async function alignedMoves(
  sources: readonly Source[],
  free: AlignedBy,
  signal: AbortSignal,
  onProgress: (done: number) => void,
): Promise<readonly FrameMove[]> {
  const [first] = sources;
  if (!first) return [];
  const level = levelWithin(first, ALIGNED_PIXELS);
  const letGo = await bringLevels(sources, level);
  try {
    const ask = { sources: sources.map(({ hash }) => hash), level, free };
    return await pageEngine().run('align-frames', ask, { ...pickSeat(), signal, onProgress });
  } finally {
    letGo();
  }
}

/** A frame as a layer, moved onto the first one, whose middle is that of the canvas. */
function frameLayer(
  { hash, width, height, title, name }: Source,
  { dx, dy, turn, scale, corners }: FrameMove,
): PhotoLayer {
  const { canvas } = useComposition.getState().composition;
  const fit = Math.min(1, scaleToCanvas('fit', { width, height }, canvas, 0));
  const content = { kind: 'photo' as const, source: hash, size: { width, height } };
  const words = title.slice(0, 200) || name;
  const middle = { x: canvas.width / 2, y: canvas.height / 2 };
  if (corners) {
    // Its own pixels lie as those of the first, on which its corners are drawn out.
    const placement = { ...placedAt(middle), scaleX: fit, scaleY: fit };
    const box = { x: 0, y: 0, width, height };
    return { ...plainLayer(newId(), words, content, placement), warp: { box, corners } };
  }
  return plainLayer(newId(), words, content, {
    ...placedAt({ x: middle.x + dx * fit, y: middle.y + dy * fit }),
    ...{ scaleX: fit * scale, scaleY: fit * scale, turn },
  });
}

/** Lays the frames of a bracket into the composition as a group, the darkest farthest, each moved onto that. */
export function layBracket(sources: readonly Source[], free: AlignedBy): void {
  const work = inJob('Aligning the exposures', async (signal, onProgress) => {
    const moves = await alignedMoves(sources, free, signal, onProgress);
    const layers = sources.map((source, i) => frameLayer(source, moves[i] as FrameMove));
    const group = newId();
    const done = useComposition.getState().performAll('Laid a bracket of exposures', (doing) => {
      for (const layer of layers) doing(addLayer, { layer });
      const ids = layers.map(({ id }) => id);
      doing(groupLayers, { layers: ids, group, name: 'Exposures' });
    });
    if (done) useHand.getState().take({ layer: group, part: null });
  });
  trackWork(work);
}
