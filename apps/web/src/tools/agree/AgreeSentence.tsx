import type { SentenceProps } from '../tool-home';
import { useAgree } from './settings';
import { useHasArea } from './use-agreement';

export function AgreeSentence({ whose }: SentenceProps) {
  const thing = useAgree((state) => state.thing);
  const hasArea = useHasArea();
  return (
    <>
      Compares {thing === 'area' && hasArea ? 'what is in the area of ' : ''}
      {whose} inside its mask with the scene behind it. What you take becomes steps of its chain.
      Press on a patch of it, and with the second button on one of the scene, to make those two
      alike.
    </>
  );
}
