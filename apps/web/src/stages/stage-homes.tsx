import { isGlass, isLettering, isPaint, isShape, stepIdOf } from '@diplex/document';
import { lazy, Suspense } from 'react';
import { ARRANGE_TOOLS, CUT_TOOLS, FINISH_TOOLS, MATCH_TOOLS } from '../actions/actions';
import { useHand } from '../bench/hand-store';
import { ChainSection } from '../chain/ChainSection';
import { MaskedStep } from '../chain/MaskedStep';
import { FuseSection } from '../exposures/FuseSection';
import { LayerHead } from '../frame/LayerHead';
import { ReadingsSection } from '../readings/ReadingsSection';
import { CoatsSection } from '../tools/coats/CoatsSection';
import { LetterLooks } from '../tools/letter/LetterLooks';
import { PushSection } from '../tools/push/PushSection';
import { TOOLS } from '../tools/tools';
import { AlignSection } from './AlignSection';
import { AreaSection } from './AreaSection';
import { ArrangeOptions } from './ArrangeOptions';
import { ArrangeSentence } from './ArrangeSentence';
import { BlendingRows } from './BlendingRows';
import { CutOptions } from './CutOptions';
import { CutSentence } from './CutSentence';
import { ExposureBlend } from './ExposureBlend';
import { FillRows } from './FillRows';
import { FindSubject } from './FindSubject';
import { FocusSection } from './FocusSection';
import { MaskEdge } from './MaskEdge';
import { MaskParts } from './MaskParts';
import { MaskShelf } from './MaskShelf';
import { OverlaySection } from './OverlaySection';
import { PartRecipe } from './PartRecipe';
import { PlacementRows } from './PlacementRows';
import { PutBehindSection } from './PutBehindSection';
import { ShapeSection } from './ShapeSection';
import type { PanelProps, StageHome } from './stage-home';
import { TouchSection } from './TouchSection';
import { optionsAt, sectionAt, sentenceAt } from './tool-panels';
import { WarpRows } from './WarpRows';
import { WholeEdgeSection } from './WholeEdgeSection';

// Charts are large and wanted only here.
const EdgeCheckSection = lazy(async () => ({
  default: (await import('./EdgeCheckSection')).EdgeCheckSection,
}));

const ByToneRows = lazy(async () => ({
  default: (await import('./ByToneRows')).ByToneRows,
}));

const Head = ({ layer }: PanelProps) => layer && <LayerHead layer={layer} />;
const Chain = ({ layer }: PanelProps) => layer && <ChainSection layer={layer} />;
const Blending = ({ layer }: PanelProps) => layer && <BlendingRows layer={layer} />;

const ToneWindows = ({ layer }: PanelProps) =>
  layer && (
    <Suspense fallback={null}>
      <ByToneRows layer={layer} />
    </Suspense>
  );

function ToolSection({ holder }: PanelProps) {
  const tool = useHand((state) => state.tools.cut);
  const Section = tool && TOOLS[tool].Section;
  if (Section) return <Section />;
  return holder && <FindSubject layer={holder} />;
}

function Filling({ layer }: PanelProps) {
  const content = layer?.content;
  if (!layer || !content || !('fill' in content) || !content.fill) return null;
  return <FillRows layer={layer} fill={content.fill} />;
}

function EdgeCheck({ holder }: PanelProps) {
  const makes = useHand((state) => state.makes);
  if (!holder?.maskUse || makes !== 'part' || stepIdOf(holder.id) !== null) return null;
  return (
    <Suspense fallback={null}>
      <EdgeCheckSection layer={holder.id} />
    </Suspense>
  );
}

function PartEdge({ holder }: PanelProps) {
  const makes = useHand((state) => state.makes);
  return holder && makes === 'part' && <MaskEdge layer={holder} />;
}

/** Making the mask. */
const cut: StageHome = {
  tools: CUT_TOOLS,
  Sentence: CutSentence,
  Options: CutOptions,
  panels: [
    Head,
    ({ layer }) => layer && <MaskedStep layer={layer} />,
    () => <AreaSection />,
    ToolSection,
    ({ holder }) => holder && <MaskParts layer={holder} />,
    ({ holder }) => holder && <PartRecipe layer={holder} />,
    ({ holder }) => holder && <WholeEdgeSection layer={holder} />,
    PartEdge,
    EdgeCheck,
    ({ holder }) => holder && <MaskShelf layer={holder} />,
    Chain,
  ],
};

/** Where layers lie and how they blend. */
const arrange: StageHome = {
  tools: ARRANGE_TOOLS,
  Sentence: ArrangeSentence,
  Options: ArrangeOptions,
  panels: [
    Head,
    sectionAt('arrange'),
    ({ layer }) => layer && isLettering(layer) && <LetterLooks layer={layer} />,
    ({ layer }) => layer && isShape(layer) && <ShapeSection layer={layer} />,
    ({ layer }) => layer && isPaint(layer) && <CoatsSection layer={layer} />,
    Filling,
    () => <PushSection />,
    Chain,
    Blending,
    ({ layer }) => layer && !isGlass(layer) && <PlacementRows layer={layer} />,
    ({ layer }) => layer && !isGlass(layer) && <WarpRows layer={layer} />,
    ({ layer }) => layer && !isGlass(layer) && <AlignSection />,
    ({ layer }) => layer && !isGlass(layer) && <TouchSection key={layer.id} layer={layer} />,
    ({ layer }) => layer && <PutBehindSection layer={layer} />,
    ToneWindows,
    ({ layer }) => layer && !isGlass(layer) && <MaskEdge layer={layer} />,
  ],
};

/** Tone, colour and light. */
const match: StageHome = {
  tools: MATCH_TOOLS,
  Sentence: sentenceAt('match'),
  Options: optionsAt('match'),
  panels: [
    Head,
    sectionAt('match'),
    ({ layer }) => layer && <ReadingsSection layer={layer} />,
    ({ layer }) => layer && <FuseSection layer={layer} />,
    ({ layer }) => layer && <ExposureBlend layer={layer} />,
    Chain,
    () => <FocusSection />,
    Blending,
    ToneWindows,
  ],
};

/** Weather, effects, and what is laid over all. */
const finish: StageHome = {
  tools: FINISH_TOOLS,
  Sentence: sentenceAt('finish'),
  Options: optionsAt('finish'),
  panels: [
    Head,
    Chain,
    ({ layer }) => layer && <OverlaySection layer={layer} />,
    ({ layer }) => layer && isLettering(layer) && <LetterLooks layer={layer} />,
    sectionAt('finish'),
    Blending,
    ToneWindows,
  ],
};

/** The stages that work on the picture, as data. */
export const STAGE_HOMES = { cut, arrange, match, finish } as const;
