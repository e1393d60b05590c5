import { IconArrowsMove } from '@tabler/icons-react';
import { StepHandles } from '../../chain/StepHandles';
import type { ToolHome } from '../tool-home';
import { FillHandles } from './FillHandles';
import { PlacementHandles } from './PlacementHandles';
import { PlaceOptions } from './PlaceOptions';
import { PlaceSentence } from './PlaceSentence';
import { placeTool } from './place-tool';

export const place: ToolHome = {
  tool: placeTool,
  tray: { words: 'Place', key: 'q', icon: IconArrowsMove },
  Options: PlaceOptions,
  Sentence: PlaceSentence,
  Handles: () => (
    <>
      <PlacementHandles />
      <FillHandles />
      <StepHandles />
    </>
  ),
  cursor: 'move',
};
