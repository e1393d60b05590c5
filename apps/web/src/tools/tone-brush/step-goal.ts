import {
  addSteps,
  brushStep,
  hasExtent,
  type Layer,
  newId,
  newMaskLies,
  perform,
  type Step,
} from '@diplex/document';
import { definitionOf, newStep } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import type { StrokeGoal, Tiles } from '../strokes/stroke-goal';

/** The step of a layer that a brush works on: the open one, or else the last of its kind that is on. */
export function brushedStep(layer: Layer, kind: string): Step | undefined {
  const of = layer.steps.filter((step) => step.kind === kind && step.shown);
  return of.find(({ id }) => id === useHand.getState().openStep) ?? of.at(-1);
}

/**
 * The step of a kind that strokes are laid down on; a new one at the end of the chain when there is none.
 * @param way what the stroke does, in words for the history
 */
export function stepGoal(layer: Layer, kind: string, way: string): StrokeGoal {
  const found = brushedStep(layer, kind);
  if (found) {
    const args = (tiles: Tiles) => ({ layer: layer.id, step: found.id, tiles, way });
    return {
      tiles: found.brushed?.tiles ?? {},
      part: null,
      preview: (composition, tiles) => perform(composition, brushStep, args(tiles)).composition,
      commit: (tiles) => void useComposition.getState().perform(brushStep, args(tiles)),
    };
  }
  const id = newId();
  // What is painted on a group or a glass goes where that goes, however its pixels are counted.
  const lies = hasExtent(layer)
    ? {}
    : { lies: newMaskLies(useComposition.getState().composition, layer) };
  const steps = (tiles: Tiles) => [
    { ...newStep(definitionOf(kind)), id, brushed: { strokes: 1, tiles, ...lies } },
  ];
  return {
    tiles: {},
    part: null,
    preview: (composition, tiles) =>
      perform(composition, addSteps, { layer: layer.id, steps: steps(tiles) }).composition,
    commit(tiles) {
      const done = useComposition.getState().perform(addSteps, {
        layer: layer.id,
        steps: steps(tiles),
      });
      if (done) useHand.getState().take({ openStep: id });
    },
  };
}
