import { IconMan } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { StandHandles } from './StandHandles';
import { StandSection } from './StandSection';
import { StandSentence } from './StandSentence';
import { standTool } from './stand-tool';

export const stand: ToolHome = {
  tool: standTool,
  tray: { words: 'Stand', key: 't', icon: IconMan },
  Handles: StandHandles,
  Section: StandSection,
  Sentence: StandSentence,
  cursor: 'move',
};
