import { IconPencilPlus, IconWand } from '@tabler/icons-react';
import { pickSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { MarkingOptions } from './MarkingOptions';
import { MarkHandles } from './MarksShown';
import { useMarking } from './settings';
import { marksTool, sweepTool } from './sweep-tool';

const marking: Omit<ToolHome, 'tool'> = {
  makesParts: true,
  Handles: MarkHandles,
  useRing() {
    const { radius, mark } = useMarking();
    return { radius, softness: 0, gives: mark === 'keep' };
  },
  cursor: 'none',
  twoButtons: true,
  turnRound() {
    const { mark, set } = useMarking.getState();
    set({ mark: mark === 'keep' ? 'drop' : 'keep' });
  },
  takeDial: (radius) => useMarking.getState().set({ radius }),
};

export const sweep: ToolHome = {
  ...{ ...marking, tool: sweepTool },
  tray: { words: 'Sweep', key: 'a', icon: IconWand },
  Options: () => <MarkingOptions tool="sweep" />,
  Sentence: pickSentence(
    'sweep',
    'stroke roughly over the thing; its edge is found when you let go.',
    'a further stroke adds to it, one with drop or the second button takes away.',
  ),
};

export const marks: ToolHome = {
  ...{ ...marking, tool: marksTool },
  tray: { words: 'Marks', key: 's', icon: IconPencilPlus },
  Options: () => <MarkingOptions tool="marks" />,
  Sentence: pickSentence(
    'marks',
    'mark what to keep and what to drop; it is cut where they part.',
    'a further mark corrects it; the second button marks the opposite.',
  ),
};
