import { isGlass } from '@diplex/document';
import type { SentenceProps } from '../tool-home';

export function BendSentence({ holder, whose }: SentenceProps) {
  if (isGlass(holder))
    return <>{whose} is a glass: it lies over all of the canvas and bends nothing.</>;
  return (
    <>
      Bends {whose}: drag a point of its grid, or anywhere, for the point that is nearest; P takes
      the next one in hand, arrows move it.
    </>
  );
}
