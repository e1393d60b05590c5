import { IconArrowsMove } from '@tabler/icons-react';
import { StepHandles } from '../../chain/StepHandles';
import type { ToolHome } from '../tool-home';
import { FillHandles } from './FillHandles';
import { PlacementHandles } from './PlacementHandles';
import { PlaceSentence } from './PlaceSentence';
import { placeTool } from './place-tool';
import { SnapLines } from './SnapLines';

export const place: ToolHome = {
  tool: placeTool,
  tray: { words: 'Place', key: 'q', icon: IconArrowsMove },
  Sentence: PlaceSentence,
  Handles: () => (
    <>
      <PlacementHandles />
      <FillHandles />
      <SnapLines />
      <StepHandles />
    </>
  ),
  cursor: 'move',
};
