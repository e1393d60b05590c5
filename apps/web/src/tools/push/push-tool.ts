import type { PushWay } from '@diplex/core';
import {
  boundsAfter,
  contentBounds,
  invert,
  isGlass,
  layerById,
  layerMatrix,
  maskMatrix,
  maskOf,
  maskSize,
  multiply,
  PUSH_CELL,
  type Pushed,
  type PushedThing,
  type Rect,
  roundOut,
  scaling,
  uniteRects,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { whyUntouched } from '../place/why-kept';
import { RunningStroke } from '../strokes/running-stroke';
import { StrokeTool } from '../strokes/stroke-tool';
import { pushGoal } from './push-goal';
import { OPPOSITES, usePushing } from './settings';

/** What is pushed: in cells of its own pixels. */
interface PushTarget extends MaskInHand {
  readonly of: PushedThing;
  readonly pushed: Pushed | null | undefined;
  readonly extent: Rect;
}

/** What the next stroke pushes; null when no layer is in hand. */
export function pushTarget(): PushTarget | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  if (!layer) return null;
  const mask = maskOf(composition, layer);
  const alone = usePushing.getState().on === 'mask' || isGlass(layer);
  const pixels = alone && mask ? maskMatrix(composition, layer) : layerMatrix(composition, layer);
  const own =
    alone && mask
      ? { x: 0, y: 0, ...maskSize(composition, layer) }
      : contentBounds(composition, layer);
  const { width, height } = composition.canvas;
  // What lies on the canvas beside it may be pushed into.
  const canvas = boundsAfter(invert(pixels), { x: 0, y: 0, width, height });
  const all = uniteRects(own, canvas);
  const cells = (value: number) => value / PUSH_CELL;
  return {
    ...{ layer, mask, part: undefined },
    of: alone && mask ? { mask: mask.id } : { layer: layer.id },
    pushed: alone && mask ? mask.push : layer.push,
    matrix: multiply(pixels, scaling(PUSH_CELL, PUSH_CELL)),
    size: { width: Math.ceil(cells(own.width)), height: Math.ceil(cells(own.height)) },
    extent: roundOut({
      ...{ x: cells(all.x), y: cells(all.y) },
      ...{ width: cells(all.width), height: cells(all.height) },
    }),
  };
}

/** What the next stroke does; the brush's value tells the first button from the second. */
function wayOf(value: number): PushWay {
  const { way } = usePushing.getState();
  return value > 0 ? way : OPPOSITES[way];
}

/** Pushes the pixels of the layer in hand along, or its mask alone. */
export const pushTool = new StrokeTool({
  target: pushTarget,
  takesPress(target) {
    const alone = usePushing.getState().on === 'mask' || isGlass(target.layer);
    const kept = alone ? null : whyUntouched(target.layer);
    if (kept) {
      tellProblem(kept);
      return true;
    }
    if (!alone || target.mask) return false;
    tellProblem(`${target.layer.name} has no mask that could be pushed.`);
    return true;
  },
  brush: () => ({ ...usePushing.getState().brush, value: 1 }),
  opposite: (brush) => ({ ...brush, value: 0 }),
  settings: usePushing,
  smoothing: () => usePushing.getState().smoothing,
  open(brush) {
    const target = pushTarget();
    if (!target) return null;
    const way = wayOf(brush.value);
    const goal = pushGoal(target.of, target.pushed, way);
    return new RunningStroke(target, { ...goal, extent: target.extent }, brush);
  },
});
