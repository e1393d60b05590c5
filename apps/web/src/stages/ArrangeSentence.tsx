import { isGlass } from '@diplex/document';
import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ColourSentence } from '../chain/ColourSentence';

/** What a drag on the picture will move. */
export function ArrangeSentence() {
  const layer = useLayerInHand();
  const wanted = useHand((state) => state.colourWanted);
  if (wanted) return <ColourSentence wanted={wanted} />;
  if (!layer) return 'No layer is in hand: choose a card above to say what is moved.';
  if (layer.locked) {
    return (
      <>
        <b>{layer.name}</b> is locked: nothing moves until you unlock it.
      </>
    );
  }
  if (isGlass(layer)) {
    return (
      <>
        <b>{layer.name}</b> changes what lies behind it by its chain: it lies over all of the
        canvas, and its mask, made at Cut, says where.
      </>
    );
  }
  const mask = layer.maskUse && !layer.maskUse.linked ? ' Its mask stays where it is.' : '';
  return (
    <>
      Moves <b>{layer.name}</b>: drag it, its corners scale and the knob turns (Alt: about the
      centre), arrows nudge.{mask}
    </>
  );
}
