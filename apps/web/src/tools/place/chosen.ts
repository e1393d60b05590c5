import {
  isGlass,
  type Layer,
  layerById,
  outermost,
  placeLockedBy,
  withLinked,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';

/** The layers that are chosen, or linked with those, and can be moved, far to near; what is in a chosen group is left out. */
export function chosenToPlace(): Layer[] {
  const { composition } = useComposition.getState();
  const { layer, alsoChosen } = useHand.getState();
  if (!layer) return [];
  return outermost(composition, withLinked(composition, [layer, ...alsoChosen])).flatMap((id) => {
    const each = layerById(composition, id);
    return each && !isGlass(each) && !placeLockedBy(composition, each) ? [each] : [];
  });
}
