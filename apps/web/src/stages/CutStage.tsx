import { CUT_TOOLS } from '../actions/actions';
import { useHand } from '../bench/hand-store';
import { Inspector } from '../frame/Inspector';
import { LayerHead } from '../frame/LayerHead';
import { NoLayer } from '../frame/NoLayer';
import { Tray } from '../frame/Tray';
import { BrushSection } from './BrushSection';
import { CutOptions } from './CutOptions';
import { CutSentence } from './CutSentence';
import { FindSubject } from './FindSubject';
import { MaskEdge } from './MaskEdge';
import { MaskParts } from './MaskParts';
import { MaskShelf } from './MaskShelf';
import { PartRecipe } from './PartRecipe';
import { useLayerInHand } from './use-layer-in-hand';

/** Making the mask: tools below, the mask's parts on the right. */
export function CutStage() {
  const layer = useLayerInHand();
  const tool = useHand((state) => state.cutTool);
  return (
    <>
      <Tray sentence={<CutSentence />} tools={CUT_TOOLS} inHand={`tool-${tool}`}>
        <CutOptions />
      </Tray>
      <Inspector>
        {layer ? (
          <>
            <LayerHead layer={layer} />
            {tool === 'brush' ? <BrushSection /> : <FindSubject layer={layer} />}
            <MaskParts layer={layer} />
            <PartRecipe layer={layer} />
            <MaskEdge layer={layer} />
            <MaskShelf layer={layer} />
          </>
        ) : (
          <NoLayer />
        )}
      </Inspector>
    </>
  );
}
