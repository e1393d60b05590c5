import type { Brush } from '@diplex/core';
import type { CoatLays } from '@diplex/document';
import { tellProblem } from '../../bench/notice-store';
import { takeColour } from '../../bench/take-colour';
import { wordsOf } from '../../link/problem';
import type { PointerSample, Tool } from '../../picture/tool';
import { coatGoal } from '../coats/coat-goal';
import { coatTarget } from '../coats/coat-target';
import { whyUntouched } from '../place/why-kept';
import { RunningStroke } from '../strokes/running-stroke';
import { StrokeTool } from '../strokes/stroke-tool';
import { fillRegion } from './fill-region';
import { gradientDrag } from './gradient-drag';
import { usePainting } from './settings';

/** Gives the brush the colour under the pointer. */
async function take(at: PointerSample): Promise<void> {
  const { patch, set } = usePainting.getState();
  set({ takes: false });
  try {
    const colour = await takeColour(at, patch);
    if (colour) set({ colour });
    else tellProblem('There is nothing there. Press on the picture.');
  } catch (error) {
    tellProblem(`No colour was taken. ${wordsOf(error)}`);
  }
}

/** A stroke of value 1 lays the colour, one of value 0 takes off. */
function laidBy({ value }: Brush): CoatLays {
  const { colour } = usePainting.getState();
  return value > 0 ? { by: 'colour', colour } : { by: 'nothing' };
}

const strokes = new StrokeTool({
  target: () => coatTarget('Paint'),
  takesPress({ layer }, at) {
    const { takes, way } = usePainting.getState();
    const kept = whyUntouched(layer);
    if (takes) void take(at);
    else if (kept) tellProblem(kept);
    else if (way === 'fill') fillRegion(at);
    else return false;
    return true;
  },
  brush() {
    const { brush, way } = usePainting.getState();
    return { ...brush, value: way === 'paint' ? 1 : 0 };
  },
  opposite: (brush) => ({ ...brush, value: 1 - brush.value }),
  settings: usePainting,
  smoothing: () => usePainting.getState().smoothing,
  open(brush) {
    const target = coatTarget('Paint');
    const lays = laidBy(brush);
    if (lays.by === 'nothing' && target.layer.content.coats.length === 0) {
      tellProblem(`${target.layer.name} has nothing on it yet, so there is nothing to take off.`);
      return null;
    }
    const way = lays.by === 'nothing' ? 'Took paint off' : 'Painted';
    return new RunningStroke(target, coatGoal(target, { lays, joins: true, way }), {
      ...brush,
      value: 1,
    });
  },
});

/** What a press begins now: to take a colour is for strokes to say. */
function begun(): Tool {
  const { takes, way } = usePainting.getState();
  return way === 'gradient' && !takes ? gradientDrag : strokes;
}

let under: Tool = strokes;

/** Paints colours on a layer of its own. */
export const paintTool: Tool = {
  begin(at) {
    under = begun();
    under.begin(at);
  },
  move: (through) => under.move(through),
  end: (at) => under.end(at),
  cancel: () => under.cancel(),
  again: (stroke) => strokes.again(stroke),
};
