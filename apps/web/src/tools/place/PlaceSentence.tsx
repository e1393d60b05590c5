import { isGlass } from '@diplex/document';
import type { SentenceProps } from '../tool-home';
import { usePlacing } from './settings';

/** What a drag on the picture will move. */
export function PlaceSentence({ holder, whose }: SentenceProps) {
  const corners = usePlacing((state) => state.corners);
  if (isGlass(holder)) {
    return (
      <>
        {whose} changes what lies behind it by its chain: it lies over all of the canvas, and its
        mask, made at Cut, says where.
      </>
    );
  }
  const mask = holder.maskUse && !holder.maskUse.linked ? ' Its mask stays where it is.' : '';
  if (corners === 'draw out') {
    return (
      <>
        Moves {whose}: drag it; each corner goes where you drag it, as in perspective.{mask}
      </>
    );
  }
  if (holder.plane && !holder.laidFlat) {
    return (
      <>
        Slides {whose} in its plane: drag it; its corners scale it there.{mask}
      </>
    );
  }
  return (
    <>
      Moves {whose}: drag it, its corners scale and the knob turns (Alt: about the centre), arrows
      nudge.{mask}
    </>
  );
}
