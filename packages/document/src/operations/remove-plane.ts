import { type Operation, OperationRefused } from './operation';

/** Takes a plane off the scene; what lies in it is in none then. */
export const removePlane: Operation<{ plane: string }> = {
  name: 'removePlane',
  words: (before, { plane }) => `Deleted the plane ${before.planes?.[plane]?.name ?? ''}`.trim(),
  change(draft, { plane }) {
    if (!draft.planes?.[plane]) {
      throw new OperationRefused('That plane is no longer in the composition.');
    }
    delete draft.planes[plane];
    for (const layer of Object.values(draft.layers)) if (layer.plane === plane) layer.plane = null;
  },
};
