import { isShadow } from '../composition';
import { holdsInPlane } from '../warping';
import { layerName, movableLayer, type Operation, OperationRefused } from './operation';

/** Lays a layer into a plane of the scene, or takes it out of the one that it lies in; a shadow falls on it. */
export const layIntoPlane: Operation<{ layer: string; plane: string | null }> = {
  name: 'layIntoPlane',
  words(before, { layer, plane }) {
    const name = plane && before.planes?.[plane]?.name;
    const told = before.layers[layer];
    if (told && isShadow(told)) return `Threw ${told.name} on ${name ?? 'no plane'}`;
    return name
      ? `Laid ${layerName(before, layer)} into ${name}`
      : `Took ${layerName(before, layer)} out of its plane`;
  },
  change(draft, args) {
    const layer = movableLayer(draft, args.layer);
    if (args.plane && !draft.planes?.[args.plane]) {
      throw new OperationRefused('That plane is no longer in the composition.');
    }
    if (layer.content.kind === 'glass') {
      throw new OperationRefused(`${layer.name} is a glass: it lies over all of the canvas.`);
    }
    if (args.plane && !holdsInPlane(layer)) {
      throw new OperationRefused(
        `${layer.name} is a mirror image, which follows its thing: lay that into the plane.`,
      );
    }
    layer.plane = args.plane;
  },
};
