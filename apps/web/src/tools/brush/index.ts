import { IconBrush } from '@tabler/icons-react';
import { scaledRadius } from '../strokes/scaled-radius';
import type { ToolHome } from '../tool-home';
import { BrushOptions } from './BrushOptions';
import { BrushSection } from './BrushSection';
import { BrushSentence } from './BrushSentence';
import { brushTool } from './brush-tool';
import { useBrush } from './settings';

export const brush: ToolHome = {
  tool: brushTool,
  tray: { words: 'Brush', key: 'r', icon: IconBrush },
  Options: BrushOptions,
  Section: BrushSection,
  Sentence: BrushSentence,
  useRing() {
    const { radius, softness, value } = useBrush((state) => state.brush);
    return { radius, softness, gives: value > 0 };
  },
  cursor: 'none',
  twoButtons: true,
  turnRound() {
    const { brush: inHand, set } = useBrush.getState();
    set({ brush: { ...inHand, value: 1 - inHand.value } });
  },
  scale(by) {
    const { brush: inHand, set } = useBrush.getState();
    set({ brush: { ...inHand, radius: scaledRadius(inHand.radius, by) } });
  },
  takeDial(radius, softness) {
    const { brush: inHand, set } = useBrush.getState();
    set({ brush: { ...inHand, radius, softness } });
  },
};
