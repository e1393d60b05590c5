import { isPaint } from '@diplex/document';
import { IconBrush } from '@tabler/icons-react';
import { StrokeSection } from '../strokes/StrokeSection';
import { scaledRadius } from '../strokes/scaled-radius';
import type { SentenceProps, ToolHome } from '../tool-home';
import { PaintOptions } from './PaintOptions';
import { paintTool } from './paint-tool';
import { usePainting } from './settings';

const DOES = {
  paint: 'Paints on',
  'take off': 'Takes paint off',
  fill: 'Fills what is like what you press, on',
  gradient: 'Drag to lay a gradient on',
} as const;

function PaintSentence({ holder, whose }: SentenceProps) {
  const { way, takes } = usePainting();
  if (takes) return 'Press on the picture to take its colour.';
  return (
    <>
      {DOES[way]} {isPaint(holder) ? whose : <>a new layer before {whose}</>}; what lies behind it
      stays as it is. B, and a press, takes a colour.
    </>
  );
}

/** How strokes are laid; what is filled at one press has none. */
function PaintSection() {
  const way = usePainting((state) => state.way);
  if (way === 'fill' || way === 'gradient') return null;
  return <StrokeSection useSettings={usePainting} tips="any" />;
}

export const paint: ToolHome = {
  tool: paintTool,
  tray: { words: 'Paint', key: 'd', icon: IconBrush },
  Options: PaintOptions,
  Section: PaintSection,
  Sentence: PaintSentence,
  useRing() {
    const { brush, way, takes } = usePainting();
    if (takes || way === 'fill' || way === 'gradient') return null;
    return { radius: brush.radius, softness: brush.softness, gives: way === 'paint' };
  },
  cursor: 'crosshair',
  twoButtons: true,
  turnRound() {
    const { way, set } = usePainting.getState();
    set({ way: way === 'paint' ? 'take off' : 'paint' });
  },
  pointOut() {
    const { takes, set } = usePainting.getState();
    set({ takes: !takes });
  },
  scale(by) {
    const { brush, set } = usePainting.getState();
    set({ brush: { ...brush, radius: scaledRadius(brush.radius, by) } });
  },
  takeDial(radius, softness) {
    const { brush, set } = usePainting.getState();
    set({ brush: { ...brush, radius, softness } });
  },
};
