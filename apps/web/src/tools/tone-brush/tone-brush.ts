import type { Brush } from '@diplex/core';
import { layerById, maskMatrix, maskSize, ownPixelsHolder, ownPixelsId } from '@diplex/document';
import { type BrushedBy, definitionOf } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { RunningStroke } from '../strokes/running-stroke';
import { StrokeTool } from '../strokes/stroke-tool';
import { type ToneWay, useToneBrush } from './settings';
import { brushedStep, stepGoal } from './step-goal';

/** What strokes lay down: 1 for what the step does, 0 for its opposite; a half takes away either. */
const RESTORES = 0.5;

/** The layer in hand, to be painted in its own pixels, or in those that its step of a kind was painted in. */
function target(kind: string): MaskInHand | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, useHand.getState().layer ?? '');
  const holder =
    layer && ownPixelsHolder(layer, ownPixelsId(layer.id, brushedStep(layer, kind)?.id));
  if (!holder) return null;
  return {
    ...{ layer: holder, mask: undefined, part: undefined },
    matrix: maskMatrix(composition, holder),
    size: maskSize(composition, holder),
  };
}

/** How a kind of step is brushed. */
export function brushedBy(kind: string): BrushedBy {
  const by = definitionOf(kind).brushed;
  if (!by) throw new Error(`${kind} is not brushed.`);
  return by;
}

function laidBy({ against }: BrushedBy, way: ToneWay): number {
  if (way === 'does') return 1;
  return way === 'undoes' && against ? 0 : RESTORES;
}

/** What a stroke that lays down a value does, in words. */
export function saidOf(kind: string, value: number): string {
  const { does, undoes, against } = brushedBy(kind);
  if (value === 1) return does;
  return value === 0 || !against ? undoes : 'Restore';
}

/** Lays down strokes of a kind of step on the layer in hand. */
export function toneBrushTool(kind: string): StrokeTool {
  const by = brushedBy(kind);
  return new StrokeTool({
    target: () => target(kind),
    brush(): Brush {
      const { brush, way } = useToneBrush.getState();
      return { ...brush, value: laidBy(by, way) };
    },
    opposite: (brush) => ({ ...brush, value: brush.value === 1 ? laidBy(by, 'undoes') : 1 }),
    settings: useToneBrush,
    smoothing: () => useToneBrush.getState().smoothing,
    open(brush) {
      const on = target(kind);
      const { composition } = useComposition.getState();
      const layer = layerById(composition, useHand.getState().layer ?? '');
      if (!on || !layer) return null;
      return new RunningStroke(on, stepGoal(layer, kind, saidOf(kind, brush.value)), brush);
    },
  });
}
