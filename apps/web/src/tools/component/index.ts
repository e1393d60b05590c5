import { IconColorFilter } from '@tabler/icons-react';
import { MarkHandles } from '../marks/MarksShown';
import { plainSentence } from '../sentences';
import type { ToolHome } from '../tool-home';
import { ComponentOptions } from './ComponentOptions';
import { componentTool } from './component-tool';
import { useComponenting } from './settings';

export const component: ToolHome = {
  tool: componentTool,
  tray: { words: 'Component', key: 'b', icon: IconColorFilter },
  makesParts: true,
  Options: ComponentOptions,
  Handles: MarkHandles,
  Sentence: plainSentence(
    'stroke over what to keep and over what to drop, then choose what parts them best.',
  ),
  useRing() {
    const { act, radius } = useComponenting();
    return act === 'keep' || act === 'drop' ? { radius, softness: 0, gives: act === 'keep' } : null;
  },
};
