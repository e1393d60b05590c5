import { IconScale } from '@tabler/icons-react';
import type { ToolHome } from '../tool-home';
import { AgreeOptions } from './AgreeOptions';
import { AgreeSection } from './AgreeSection';
import { agreeTool } from './agree-tool';
import { ExampleHandles } from './ExampleHandles';
import { useAgree } from './settings';

export const agree: ToolHome = {
  tool: agreeTool,
  tray: { words: 'Agree', key: 'q', icon: IconScale },
  Options: AgreeOptions,
  Section: AgreeSection,
  Handles: ExampleHandles,
  Sentence: ({ whose }) => (
    <>
      Compares {whose} inside its mask with the scene behind it. What you take becomes steps of its
      chain. Press on a patch of it, and with the second button on one of the scene, to make those
      two alike.
    </>
  ),
  cursor: 'crosshair',
  twoButtons: true,
  turnRound() {
    const { points, set } = useAgree.getState();
    set({ points: points === 'thing' ? 'scene' : 'thing' });
  },
};
