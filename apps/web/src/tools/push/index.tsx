import { IconHandFinger } from '@tabler/icons-react';
import { StrokeSection } from '../strokes/StrokeSection';
import { scaledRadius } from '../strokes/scaled-radius';
import type { SentenceProps, ToolHome } from '../tool-home';
import { PushOptions } from './PushOptions';
import { pushTool } from './push-tool';
import { usePushing } from './settings';

const DOES = {
  ...{ drag: 'Drags', swell: 'Swells', shrink: 'Shrinks', twirl: 'Twirls' },
  ...{ smooth: 'Smooths what was pushed of', restore: 'Restores what was pushed of' },
} as const;

function PushSentence({ whose }: SentenceProps) {
  const { way, on } = usePushing();
  return (
    <>
      {DOES[way]} {on === 'mask' ? <>the mask of {whose}, and not its picture</> : whose}.
    </>
  );
}

export const push: ToolHome = {
  tool: pushTool,
  tray: { words: 'Push', key: 'e', icon: IconHandFinger },
  Options: PushOptions,
  Section: () => <StrokeSection useSettings={usePushing} tips="round" />,
  Sentence: PushSentence,
  useRing() {
    const { brush } = usePushing();
    return { radius: brush.radius, softness: brush.softness, gives: true };
  },
  cursor: 'none',
  twoButtons: true,
  scale(by) {
    const { brush, set } = usePushing.getState();
    set({ brush: { ...brush, radius: scaledRadius(brush.radius, by) } });
  },
  takeDial(radius, softness) {
    const { brush, set } = usePushing.getState();
    set({ brush: { ...brush, radius, softness } });
  },
};
