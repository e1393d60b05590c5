import { stepIdOf } from '@diplex/document';
import { lazy, Suspense } from 'react';
import { CUT_TOOLS } from '../actions/actions';
import { useHand } from '../bench/hand-store';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { useMaskHolder } from '../bench/use-mask-holder';
import { ChainSection } from '../chain/ChainSection';
import { MaskedStep } from '../chain/MaskedStep';
import { Inspector } from '../controls/Inspector';
import { LayerHead } from '../frame/LayerHead';
import { NoLayer } from '../frame/NoLayer';
import { Tray } from '../frame/Tray';
import { TOOLS } from '../tools/tools';
import { AreaSection } from './AreaSection';
import { CutOptions } from './CutOptions';
import { CutSentence } from './CutSentence';
import { FindSubject } from './FindSubject';
import { MaskEdge } from './MaskEdge';
import { MaskParts } from './MaskParts';
import { MaskShelf } from './MaskShelf';
import { PartRecipe } from './PartRecipe';

// Charts are large and wanted only here.
const EdgeCheckSection = lazy(async () => ({
  default: (await import('./EdgeCheckSection')).EdgeCheckSection,
}));

/** Making the mask: tools below, the mask's parts on the right. */
export function CutStage() {
  const layer = useLayerInHand();
  const holder = useMaskHolder();
  const makes = useHand((state) => state.makes);
  const tool = useHand((state) => state.cutTool);
  const { Section: ToolSection } = TOOLS[tool];
  return (
    <>
      <Tray sentence={<CutSentence />} tools={CUT_TOOLS} inHand={`tool-${tool}`}>
        <CutOptions />
      </Tray>
      <Inspector>
        {layer && <LayerHead layer={layer} />}
        {holder ? (
          <>
            {layer && <MaskedStep layer={layer} />}
            <AreaSection />
            {ToolSection ? <ToolSection /> : <FindSubject layer={holder} />}
            <MaskParts layer={holder} />
            <PartRecipe layer={holder} />
            {makes === 'part' && <MaskEdge layer={holder} />}
            {makes === 'part' && stepIdOf(holder.id) === null && holder.maskUse && (
              <Suspense fallback={null}>
                <EdgeCheckSection layer={holder.id} />
              </Suspense>
            )}
            <MaskShelf layer={holder} />
            {layer && <ChainSection layer={layer} />}
          </>
        ) : (
          <NoLayer />
        )}
      </Inspector>
    </>
  );
}
