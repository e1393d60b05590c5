import { castDraft } from 'mutative';
import type { Warp } from '../composition';
import { foldsOver, isPlain } from '../geometry/bend';
import { isConvex } from '../geometry/projective';
import { layerName, movableLayer, type Operation, OperationRefused } from './operation';

function verb(before: Warp | null | undefined, after: Warp | null): string {
  if (!after) return 'Straightened';
  const same = JSON.stringify(before?.corners ?? null) === JSON.stringify(after.corners ?? null);
  return same ? 'Bent' : 'Drew out the corners of';
}

/** How a layer is bent and where its corners are drawn to; not at all when null. */
export const setWarp: Operation<{ layer: string; warp: Warp | null }> = {
  name: 'setWarp',
  words: (before, { layer, warp }) =>
    `${verb(before.layers[layer]?.warp, warp)} ${layerName(before, layer)}`,
  change(draft, args) {
    const layer = movableLayer(draft, args.layer);
    const { warp } = args;
    if (layer.content.kind === 'shadow' && warp) {
      throw new OperationRefused(
        `${layer.name} is a shadow, which no corner draws out. Change its light, or throw it on a plane.`,
      );
    }
    if (warp?.corners && !isConvex(warp.corners)) {
      throw new OperationRefused(
        'Those corners cross or dent in, so no picture fits between them. Draw the corner further out.',
      );
    }
    if (warp?.bend && foldsOver(warp.bend)) {
      throw new OperationRefused(
        'So far bent, the picture would lie over itself. Draw the point less far.',
      );
    }
    const bend = warp?.bend && !isPlain(warp.bend) ? warp.bend : null;
    const kept = warp && (bend || warp.corners) ? { ...warp, bend } : null;
    layer.warp = castDraft(kept);
  },
};
