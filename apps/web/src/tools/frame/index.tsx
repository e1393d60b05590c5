import { IconCircleDashed, IconSquareDashed } from '@tabler/icons-react';
import { JoinButtons } from '../outline/JoinButtons';
import { plainSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { FrameHandles } from './FrameHandles';
import { FrameOptions } from './FrameOptions';
import { boxTool, ovalTool } from './frame-tool';

const drawn: Omit<ToolHome, 'tool'> = {
  makesParts: true,
  Options: () => (
    <>
      <FrameOptions />
      <JoinButtons />
    </>
  ),
  Handles: FrameHandles,
  Sentence: plainSentence('drag it out.'),
};

export const box: ToolHome = {
  ...{ ...drawn, tool: boxTool },
  tray: { words: 'Box', key: 'w', icon: IconSquareDashed },
};

export const oval: ToolHome = {
  ...{ ...drawn, tool: ovalTool },
  tray: { words: 'Oval', key: 'e', icon: IconCircleDashed },
};
