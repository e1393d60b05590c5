import { IconColorPicker } from '@tabler/icons-react';
import { MarkHandles } from '../marks/MarksShown';
import { pickSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { ReachOptions } from './ReachOptions';
import { reachTool } from './reach-tool';

export const reach: ToolHome = {
  tool: reachTool,
  tray: { words: 'Reach', key: 't', icon: IconColorPicker },
  makesParts: true,
  Options: ReachOptions,
  Handles: MarkHandles,
  Sentence: pickSentence(
    'reach',
    'press what to pick and drag away for more tolerance.',
    'press adds a point; drag a point for another tolerance. The amounts here are those of its newest point.',
  ),
};
