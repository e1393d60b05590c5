import type { Placement } from '../geometry/placement';
import { layerName, movableLayer, type Operation } from './operation';

/** What the step is called in the history: the most telling of the parts that changed. */
function verb(before: Placement | undefined, after: Placement): string {
  if (!before) return 'Placed';
  if (before.mirrorAcross !== after.mirrorAcross || before.mirrorDown !== after.mirrorDown) {
    return 'Mirrored';
  }
  if (before.skew !== after.skew) return 'Skewed';
  if (before.turn !== after.turn) return 'Turned';
  if (before.scaleX !== after.scaleX || before.scaleY !== after.scaleY) return 'Scaled';
  return 'Moved';
}

export const setPlacement: Operation<{ layer: string; placement: Placement }> = {
  name: 'setPlacement',
  words(before, { layer, placement }) {
    const was = before.layers[layer]?.placement;
    return `${verb(was, placement)} ${layerName(before, layer)}`;
  },
  change(draft, args) {
    const layer = movableLayer(draft, args.layer);
    Object.assign(layer.placement, args.placement);
  },
};
