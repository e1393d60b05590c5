import { isGlass } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import type { SentenceProps } from '../tool-home';
import { useStanding } from './settings';

export function StandSentence({ holder, whose }: SentenceProps) {
  const horizon = useComposition((state) => (state.preview ?? state.composition).horizon);
  const draws = useStanding((state) => state.draws);
  const measures = useStanding((state) => state.measures);
  if (draws)
    return 'Drag along an edge that goes off into the distance; two that go the same way tell where they meet.';
  if (!horizon) return 'Drag the scene’s horizon on the picture: how high its camera stood.';
  if (measures) return 'Drag from the foot of a thing of that height up to its top.';
  if (isGlass(holder)) return <>{whose} is a glass: it stands nowhere.</>;
  return (
    <>
      Stands {whose}: drag it over the ground by its foot, and its size follows the horizon; set its
      own eye level by the brass knob.
    </>
  );
}
