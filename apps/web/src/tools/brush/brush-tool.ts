import type { Brush, BrushWork } from '@diplex/core';
import { AREA_ID, stepIdOf } from '@diplex/document';
import { maskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { RunningStroke } from '../strokes/running-stroke';
import { StrokeTool } from '../strokes/stroke-tool';
import { sampleColour } from './sample-colour';
import { useBrush } from './settings';
import { fringeGoal, partGoal } from './stroke-goal';
import { onTurned } from './turned-round';

/** A stroke on the mask in hand, or on where its fringe is cleaned; says why when there can be none. */
function openStroke(brush: Brush): RunningStroke | null {
  const target = maskInHand();
  if (!target) return null;
  // A step's mask has no fringe.
  const ofStep = stepIdOf(target.layer.id) !== null;
  const brushOn = ofStep ? 'mask' : useBrush.getState().brushOn;
  const needsEdge = brush.edge || brush.work?.does === 'greys' || brushOn === 'fringe';
  if (needsEdge && !target.mask) {
    tellProblem(`${target.layer.name} has no mask yet, so there is no edge to work on.`);
    return null;
  }
  if (brushOn === 'mask' || !target.mask) {
    const turned = target.mask && target.layer.maskUse?.turnedRound;
    const laid = turned ? onTurned(brush) : brush;
    if (laid) return new RunningStroke(target, partGoal(target, brush), laid);
    tellProblem(
      `The mask of ${target.layer.name} is used turned round, so how sheer it is cannot be worked out. Turn it back first.`,
    );
    return null;
  }
  if (target.layer.id === AREA_ID) {
    tellProblem(
      'An area has no fringe. Have the brush work on the mask (Y), or do something else.',
    );
    return null;
  }
  return new RunningStroke(target, fringeGoal(target.layer, brush), brush);
}

/** What the second button does. */
function opposite(brush: Brush): Brush {
  const ways = { soften: 'firm', firm: 'soften', choke: 'spread', spread: 'choke' } as const;
  if (brush.work) return { ...brush, work: oppositeWork(brush.work) };
  if (brush.edge) return { ...brush, edge: { ...brush.edge, way: ways[brush.edge.way] } };
  return { ...brush, value: 1 - brush.value };
}

/** Dodging for burning, keeping for dropping; what is sheer has no opposite. */
function oppositeWork(work: BrushWork): BrushWork {
  if (work.does === 'greys') return { ...work, way: work.way === 'dodge' ? 'burn' : 'dodge' };
  if (work.does === 'taps') return { ...work, keep: work.drop, drop: work.keep };
  return work;
}

/** Paints the mask of the layer in hand: shows or hides. */
export const brushTool = new StrokeTool({
  target: maskInHand,
  takesPress(target, at) {
    const { sampling, brush, set } = useBrush.getState();
    const { work } = brush;
    // What was to be sampled for other work is forgotten: then the press paints.
    const wanted = sampling && work && sampling in work ? sampling : null;
    if (wanted) void sampleColour(target, at, wanted);
    else if (sampling) set({ sampling: null });
    return wanted !== null;
  },
  brush: () => useBrush.getState().brush,
  opposite,
  settings: useBrush,
  smoothing: () => useBrush.getState().smoothing,
  open: openStroke,
});
