import { IconVectorSpline } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { JoinButtons } from './JoinButtons';
import { OutlineHandles } from './OutlineHandles';
import { OutlineOptions } from './OutlineOptions';
import { OutlineSentence } from './OutlineSentence';
import { outlineTool } from './outline-tool';

export const outline: ToolHome = {
  tool: outlineTool,
  tray: { words: 'Outline', key: 'q', icon: IconVectorSpline },
  makesParts: true,
  Options: () => (
    <>
      <OutlineOptions />
      <JoinButtons />
    </>
  ),
  Handles: OutlineHandles,
  Sentence: OutlineSentence,
};
