import type Konva from 'konva';
import { Layer as OverlayLayer, Stage } from 'react-konva';
import { useHand } from '../bench/hand-store';
import { isCutTool, type ToolName } from '../bench/stage-tools';
import { useCamera } from '../picture/camera-store';
import { DraftShape } from '../picture/DraftShape';
import { setOverlayStage } from '../picture/overlay-hits';
import { SampleMarks } from '../tools/sample/SampleMarks';
import { TOOLS } from '../tools/tools';
import { AreaHandles } from './AreaHandles';
import { GuideLines } from './GuideLines';
import { WorstStretches } from './WorstStretches';

/** What is drawn over the picture: shapes in the making and handles, in window pixels. */
export function PictureOverlay({ tool }: { readonly tool: ToolName | null }) {
  const { area } = useCamera();
  const movesArea = useHand((state) => state.areaMoves);
  const Handles = tool ? TOOLS[tool].Handles : undefined;
  const cutting = isCutTool(tool);
  const arranging = useHand((state) => state.stage === 'arrange');
  const matching = useHand((state) => state.stage === 'match');
  if (area.width === 0 || area.height === 0) return null;
  return (
    <Stage
      ref={(stage: Konva.Stage | null) => setOverlayStage(stage)}
      width={area.width}
      height={area.height}
      className="absolute inset-0"
    >
      <OverlayLayer>
        {arranging && <GuideLines />}
        {Handles && !(cutting && movesArea) && <Handles />}
        {cutting && <AreaHandles />}
        {cutting && <WorstStretches />}
        {matching && <SampleMarks />}
        <DraftShape />
      </OverlayLayer>
    </Stage>
  );
}
