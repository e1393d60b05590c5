import { IconWaveSine } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { BendHandles } from './BendHandles';
import { BendOptions } from './BendOptions';
import { BendSentence } from './BendSentence';
import { bendTool } from './bend-tool';

export const bend: ToolHome = {
  tool: bendTool,
  tray: { words: 'Bend', key: 'w', icon: IconWaveSine },
  Options: BendOptions,
  Handles: BendHandles,
  Sentence: BendSentence,
  cursor: 'move',
};
