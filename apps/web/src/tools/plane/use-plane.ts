import type { ScenePlane } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { usePlaneInHand } from './settings';

/** The planes of the composition, and the one in hand. */
export function usePlanes(): { planes: readonly ScenePlane[]; inHand: ScenePlane | undefined } {
  const known = useComposition((state) => (state.preview ?? state.composition).planes);
  const id = usePlaneInHand((state) => state.plane);
  const planes = Object.values(known ?? {});
  return { planes, inHand: planes.find((plane) => plane.id === id) ?? planes[0] };
}
