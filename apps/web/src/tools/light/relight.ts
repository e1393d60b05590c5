import { canAgree, proposeRelight, withProposals } from '@diplex/core';
import { type Layer, layerById, type Step, setChain } from '@diplex/document';
import { definitionOf, newStep, setStepValues } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob } from '../../picks/run-pick';
import { surveyNow } from '../lighting/survey-now';
import { useLight } from './settings';

/** The step that turns the light on a layer; undefined where there is none. */
export function relightOf(layer: Layer | undefined): Step | undefined {
  return layer?.steps.find(({ kind }) => kind === 'relight');
}

/** Turns the light on the layer in hand to a direction: by the step that is there, or by a new one. */
export function turnLight(azimuth: number, way: 'tryOut' | 'perform'): void {
  const state = useComposition.getState();
  const layer = layerById(state.composition, useHand.getState().layer ?? '');
  if (!layer) return;
  if (!canAgree(layer)) return tellProblem(`${layer.name} has no shape that light could fall on.`);
  if (layer.locked) return tellProblem(`${layer.name} is locked. Unlock it to turn its light.`);
  const values = { azimuth: Math.round(azimuth * 10) / 10 };
  const step = relightOf(layer);
  if (step) {
    state[way](setStepValues, { layer: layer.id, step: step.id, values });
    return;
  }
  const made = newStep(definitionOf('relight'), values);
  const args = { layer: layer.id, steps: [...layer.steps, made], said: 'Turned the light' };
  state[way](setChain, args);
}

/** Turns the light on a layer to where that of its scene comes from, as far as that can be told. */
export function relightAsScene(layer: Layer): void {
  const work = inJob(`Looking for the light of ${layer.name}`, async (signal) => {
    const found = await surveyNow(layer.id);
    if (signal.aborted) return;
    const now = layerById(useComposition.getState().composition, layer.id);
    if (!now) return;
    const proposed = proposeRelight(found, useLight.getState().share);
    if (!proposed) {
      return tellProblem(
        'The scene shows no direction of its light. Drag along the way that it goes.',
      );
    }
    const steps = withProposals(now.steps, [proposed]);
    const args = { layer: layer.id, steps, said: 'Light turned as in the scene' };
    if (!useComposition.getState().perform(setChain, args)) return;
    const made = steps.find(({ kind }) => kind === 'relight');
    useHand.getState().take({ openStep: made?.id ?? null });
  });
  trackWork(work);
}
