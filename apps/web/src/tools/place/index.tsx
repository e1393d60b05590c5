import { StepHandles } from '../../chain/StepHandles';
import type { ToolHome } from '../tool-home';
import { FillHandles } from './FillHandles';
import { PlacementHandles } from './PlacementHandles';
import { placeTool } from './place-tool';

export const place: ToolHome = {
  tool: placeTool,
  Handles: () => (
    <>
      <PlacementHandles />
      <FillHandles />
      <StepHandles />
    </>
  ),
  cursor: 'move',
};
