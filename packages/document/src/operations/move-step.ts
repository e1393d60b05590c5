import { castDraft, current } from 'mutative';
import type { Composition, Layer, Step } from '../composition';
import { invert, multiply } from '../geometry/matrix';
import { layerMatrix, maskMatrix } from '../placing';
import { stepHolder } from '../step-holder';
import {
  layerName,
  moveItem,
  type Operation,
  OperationRefused,
  stepName,
  unlockedLayer,
} from './operation';

/** A step for another layer: its mask lies on the canvas where it lay. */
function carriedTo(scene: Composition, step: Step, from: Layer, to: Layer): Step {
  const { maskUse } = step;
  if (!maskUse) return step;
  const lies = multiply(invert(layerMatrix(scene, to)), maskMatrix(scene, stepHolder(from, step)));
  return { ...step, maskUse: { ...maskUse, linked: true, lies } };
}

/** Moves a step within its chain, or into that of another layer (`to`); `at` is where it ends up there. */
export const moveStep: Operation<{ layer: string; step: string; to: string; at: number }> = {
  name: 'moveStep',
  words: (before, { layer, step, to, at }) => {
    const name = stepName(before, layer, step);
    if (layer !== to) return `Moved ${name} to ${layerName(before, to)}`;
    const from = before.layers[layer]?.steps.findIndex(({ id }) => id === step) ?? 0;
    return `Moved ${name} ${at > from ? 'later' : 'earlier'}: ${layerName(before, layer)}`;
  },
  change(draft, args) {
    const layer = unlockedLayer(draft, args.layer);
    const from = layer.steps.findIndex(({ id }) => id === args.step);
    if (from < 0) throw new OperationRefused('That step is no longer in the chain.');
    if (args.layer === args.to) return moveItem(layer.steps, from, args.at);
    const target = unlockedLayer(draft, args.to);
    const scene = current(draft) as Composition;
    const step = current(layer).steps[from] as Step;
    const carried = carriedTo(scene, step, current(layer) as Layer, current(target) as Layer);
    layer.steps.splice(from, 1);
    target.steps.splice(Math.min(args.at, target.steps.length), 0, castDraft(carried));
  },
};
