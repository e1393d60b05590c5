import { isFill, isGlass } from '@diplex/document';
import { ARRANGE_TOOLS } from '../actions/actions';
import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { ChainSection } from '../chain/ChainSection';
import { ColourSentence } from '../chain/ColourSentence';
import { Inspector } from '../controls/Inspector';
import { LayerHead } from '../frame/LayerHead';
import { NoLayer } from '../frame/NoLayer';
import { Tray } from '../frame/Tray';
import { BlendingRows } from './BlendingRows';
import { FillRows } from './FillRows';
import { MaskEdge } from './MaskEdge';
import { PlacementRows } from './PlacementRows';

/** Where layers lie and how they blend. */
export function ArrangeStage() {
  const layer = useLayerInHand();
  return (
    <>
      <Tray sentence={<ArrangeSentence />} tools={ARRANGE_TOOLS} inHand={null} />
      <Inspector>
        {layer ? (
          <>
            <LayerHead layer={layer} />
            {isFill(layer) && <FillRows layer={layer} />}
            <ChainSection layer={layer} />
            {!isGlass(layer) && <PlacementRows layer={layer} />}
            <BlendingRows layer={layer} />
            {!isGlass(layer) && <MaskEdge layer={layer} />}
          </>
        ) : (
          <NoLayer />
        )}
      </Inspector>
    </>
  );
}

function ArrangeSentence() {
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
