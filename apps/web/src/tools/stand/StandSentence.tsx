import { isGlass } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import type { SentenceProps } from '../tool-home';

export function StandSentence({ holder, whose }: SentenceProps) {
  const horizon = useComposition((state) => (state.preview ?? state.composition).horizon);
  if (!horizon) return 'Drag the scene’s horizon on the picture: how high its camera stood.';
  if (isGlass(holder)) return <>{whose} is a glass: it stands nowhere.</>;
  return (
    <>
      Stands {whose}: drag it over the ground by its foot, and its size follows the horizon; set its
      own eye level by the brass knob.
    </>
  );
}
