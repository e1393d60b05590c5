import { IconScale } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { AgreeOptions } from './AgreeOptions';
import { AgreeSection } from './AgreeSection';
import { AgreeSentence } from './AgreeSentence';
import { agreeTool } from './agree-tool';
import { ExampleHandles } from './ExampleHandles';
import { useAgree } from './settings';

export const agree: ToolHome = {
  tool: agreeTool,
  tray: { words: 'Agree', key: 'q', icon: IconScale },
  Options: AgreeOptions,
  Section: AgreeSection,
  Handles: ExampleHandles,
  Sentence: AgreeSentence,
  cursor: 'crosshair',
  twoButtons: true,
  turnRound() {
    const { points, set } = useAgree.getState();
    set({ points: points === 'thing' ? 'scene' : 'thing' });
  },
};
