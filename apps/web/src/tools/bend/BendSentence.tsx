import type { SentenceProps } from '../tool-home';
import { whyUnbent } from './bend-tool';

export function BendSentence({ holder, whose }: SentenceProps) {
  const why = whyUnbent(holder);
  if (why) return <>{why}</>;
  return (
    <>
      Bends {whose}: drag a point of its grid, or anywhere, for the point that is nearest; P takes
      the next one in hand, arrows move it.
    </>
  );
}
