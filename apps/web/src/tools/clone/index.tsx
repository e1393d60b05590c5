import { isPaint } from '@diplex/document';
import { IconTransferIn } from '@tabler/icons-react';
import { scaledRadius } from '../strokes/scaled-radius';
import type { SentenceProps, ToolHome } from '../tool-home';
import { CloneGhost } from './CloneGhost';
import { CloneOptions } from './CloneOptions';
import { CloneSection } from './CloneSection';
import { cloneTool } from './clone-tool';
import { useCloning } from './settings';

function CloneSentence({ holder, whose }: SentenceProps) {
  const { way, source, points } = useCloning();
  const where = isPaint(holder) ? whose : <>a new layer before {whose}</>;
  if (way === 'smooth over') {
    return <>Covers what you paint over with what lies around it, on {where}.</>;
  }
  if (points || !source) return 'Press where to clone from, with the second button or after B.';
  return <>Lays what lies at the cross, on {where}. The second button: from elsewhere.</>;
}

export const clone: ToolHome = {
  tool: cloneTool,
  tray: { words: 'Clone', key: 'f', icon: IconTransferIn },
  Options: CloneOptions,
  Section: CloneSection,
  Handles: CloneGhost,
  Sentence: CloneSentence,
  useRing() {
    const { brush } = useCloning();
    return { radius: brush.radius, softness: brush.softness, gives: true };
  },
  cursor: 'none',
  twoButtons: true,
  pointOut() {
    const { points, set } = useCloning.getState();
    set({ points: !points });
  },
  scale(by) {
    const { brush, set } = useCloning.getState();
    set({ brush: { ...brush, radius: scaledRadius(brush.radius, by) } });
  },
  takeDial(radius, softness) {
    const { brush, set } = useCloning.getState();
    set({ brush: { ...brush, radius, softness } });
  },
};
