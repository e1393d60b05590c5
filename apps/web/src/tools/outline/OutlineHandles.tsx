import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { PathHandles } from '../path/PathHandles';
import { pathInHand } from '../path/path-in-hand';

/** The points of the outline in hand. */
export function OutlineHandles() {
  // Read again whenever the composition or what is in hand changes.
  const preview = useComposition((state) => state.preview);
  useComposition((state) => state.composition);
  const part = useHand((state) => state.part);
  useHand((state) => state.layer);
  const drawing = useHand((state) => state.draft !== null);
  const path = pathInHand();
  if (!part || drawing || !path) return null;
  const tried = preview?.masks[maskInHand()?.mask?.id ?? '']?.parts.find(({ id }) => id === part);
  const shown = tried?.kind === 'outline' ? [tried.points, ...(tried.further ?? [])] : path.loops;
  return <PathHandles path={path} shown={shown} />;
}
