import { castDraft, type Draft } from 'mutative';
import type { Coat, CoatLays, PaintContent } from '../composition';
import {
  type CompositionDraft,
  drawableLayer,
  layerName,
  type Operation,
  OperationRefused,
} from './operation';

/** What a stroke laid down: the tiles that it changed, on a coat that is there or on a new one. */
export type LaidCoat = Pick<Coat, 'id' | 'lays' | 'tiles'>;

/** The coats of a paint layer that may be changed. */
function draftCoats(draft: CompositionDraft, id: string): Draft<PaintContent>['coats'] {
  const layer = drawableLayer(draft, id);
  if (layer.content.kind !== 'paint') throw new OperationRefused(`${layer.name} has no coats.`);
  return layer.content.coats;
}

function draftCoat(draft: CompositionDraft, layer: string, id: string): Draft<Coat> {
  const coat = draftCoats(draft, layer).find((each) => each.id === id);
  if (!coat) throw new OperationRefused('That coat is no longer there.');
  return coat;
}

/**
 * Lays coats on a paint layer: tiles go into the coat of that name, or into a new one over all others. The blobs are
 * stored before. `way` says what was done, for the history.
 */
export const layCoats: Operation<{ layer: string; coats: readonly LaidCoat[]; way: string }> = {
  name: 'layCoats',
  words: (before, { layer, way }) => `${way} on ${layerName(before, layer)}`,
  change(draft, { layer, coats }) {
    const all = draftCoats(draft, layer);
    for (const { id, lays, tiles } of coats) {
      const known = all.find((each) => each.id === id);
      if (known) {
        Object.assign(known.tiles, tiles);
        known.strokes += 1;
      } else all.push(castDraft({ id, lays, tiles, strokes: 1 }));
    }
  },
};

/** Changes what a coat lays down, wherever it was laid. */
export const setCoat: Operation<{ layer: string; coat: string; lays: CoatLays }> = {
  name: 'setCoat',
  words: (before, { layer }) => `Changed a coat of ${layerName(before, layer)}`,
  change(draft, { layer, coat, lays }) {
    draftCoat(draft, layer, coat).lays = castDraft(lays);
  },
};

/** How far coats that take from elsewhere take on the tone of what lies around them, 0..1. */
export const setMeets: Operation<{ layer: string; coats: readonly string[]; meets: number }> = {
  name: 'setMeets',
  words: (before, { layer }) => `Changed a coat of ${layerName(before, layer)}`,
  change(draft, { layer, coats, meets }) {
    for (const id of coats) {
      const { lays } = draftCoat(draft, layer, id);
      if (lays.by === 'taken') lays.meets = meets;
    }
  },
};

/** Takes coats away. */
export const removeCoats: Operation<{ layer: string; coats: readonly string[] }> = {
  name: 'removeCoats',
  words: (before, { layer }) => `Took a coat off ${layerName(before, layer)}`,
  change(draft, { layer, coats }) {
    for (const id of coats) {
      draftCoat(draft, layer, id);
      const all = draftCoats(draft, layer);
      all.splice(
        all.findIndex((coat) => coat.id === id),
        1,
      );
    }
  },
};
