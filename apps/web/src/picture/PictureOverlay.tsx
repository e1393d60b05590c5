import type Konva from 'konva';
import { Layer as OverlayLayer, Stage } from 'react-konva';
import { type ToolName, useHand } from '../bench/hand-store';
import { AreaHandles } from './AreaHandles';
import { useCamera } from './camera-store';
import { DraftShape } from './DraftShape';
import { FillHandles } from './FillHandles';
import { FrameHandles } from './FrameHandles';
import { DraftStrokes, MarksShown } from './MarksShown';
import { OutlineHandles } from './OutlineHandles';
import { setOverlayStage } from './overlay-hits';
import { PlacementHandles } from './PlacementHandles';
import { RampHandles } from './RampHandles';
import { StepHandles } from './StepHandles';
import { WorstStretches } from './WorstStretches';

/** What is drawn over the picture: shapes in the making and handles, in window pixels. */
export function PictureOverlay({ tool }: { readonly tool: ToolName | null }) {
  const { area } = useCamera();
  const movesArea = useHand((state) => state.areaMoves);
  const picks = tool === 'reach' || tool === 'sweep' || tool === 'marks' || tool === 'component';
  const cutting = tool !== null && tool !== 'place' && tool !== 'colour';
  if (area.width === 0 || area.height === 0) return null;
  return (
    <Stage
      ref={(stage: Konva.Stage | null) => setOverlayStage(stage)}
      width={area.width}
      height={area.height}
      className="absolute inset-0"
    >
      <OverlayLayer>
        {tool === 'outline' && !movesArea && <OutlineHandles />}
        {(tool === 'box' || tool === 'oval') && !movesArea && <FrameHandles />}
        {tool === 'ramp' && <RampHandles />}
        {picks && <MarksShown />}
        {picks && <DraftStrokes />}
        {tool === 'place' && <PlacementHandles />}
        {tool === 'place' && <FillHandles />}
        {tool === 'place' && <StepHandles />}
        {cutting && <AreaHandles />}
        {cutting && <WorstStretches />}
        <DraftShape />
      </OverlayLayer>
    </Stage>
  );
}
