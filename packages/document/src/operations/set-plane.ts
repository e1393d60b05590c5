import { castDraft } from 'mutative';
import type { ScenePlane } from '../composition';
import { isConvex } from '../geometry/projective';
import { LIMITS } from '../validation/limits';
import { type Operation, OperationRefused } from './operation';

function verb(before: ScenePlane | undefined, { name }: ScenePlane): string {
  if (!before) return `Laid the plane ${name} on the scene`;
  return before.name === name ? `Moved the plane ${name}` : `Called a plane ${name}`;
}

/** Adds a plane of the scene, or changes one. */
export const setPlane: Operation<{ plane: ScenePlane }> = {
  name: 'setPlane',
  words: (before, { plane }) => verb(before.planes?.[plane.id], plane),
  change(draft, { plane }) {
    if (!isConvex(plane.corners)) {
      throw new OperationRefused(
        'Those corners cross or dent in, so they are no plane. Draw the corner further out.',
      );
    }
    draft.planes ??= {};
    const known = plane.id in draft.planes;
    if (!known && Object.keys(draft.planes).length >= LIMITS.planes) {
      throw new OperationRefused(`A composition has at most ${LIMITS.planes} planes.`);
    }
    draft.planes[plane.id] = castDraft(plane);
  },
};
