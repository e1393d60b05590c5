import { canAgree, proposeShadow } from '@diplex/core';
import {
  addLayer,
  type Composition,
  groupOf,
  invert,
  isShadow,
  type Layer,
  layerBounds,
  layerById,
  layerMatrix,
  listAround,
  newId,
  placedAt,
  plainLayer,
  type ShadowContent,
  type ShadowLayer,
  setShadow,
  shadowsOf,
  transform,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob } from '../../picks/run-pick';
import { surveyNow } from '../lighting/survey-now';

/** The shadow that is worked on: the layer in hand, or the first that it throws. */
export function shadowInHand(
  composition: Composition,
  layer: Layer | undefined,
): ShadowLayer | null {
  if (!layer) return null;
  if (isShadow(layer)) return layer;
  return shadowsOf(composition, layer.id).find(isShadow) ?? null;
}

/** What a shadow is like where nothing tells the scene's light: soft, from above on the left. */
function plainShadow(composition: Composition, thing: Layer): ShadowContent {
  const { x, y, width, height } = layerBounds(composition, thing);
  const back = invert(layerMatrix(composition, thing));
  const [foot, top] = [
    transform(back, { x: x + width / 2, y: y + height }),
    transform(back, { x: x + width / 2, y }),
  ];
  return {
    ...{ kind: 'shadow', of: thing.id, falls: 'ground' },
    ...{ azimuth: 320, elevation: 25, tilt: 0.3, away: 0.4, foot },
    height: Math.max(1, Math.hypot(foot.x - top.x, foot.y - top.y)),
    ...{ softness: 0.5, contact: 0.8, colour: { r: 110, g: 112, b: 118, alpha: 0.5 } },
  };
}

/** Lays a shadow of a layer right behind it, as the light of its scene throws it. */
export function throwShadow(layer: Layer): void {
  const work = inJob(`Looking for the light of ${layer.name}`, async (signal) => {
    const found = canAgree(layer) ? await surveyNow(layer.id) : null;
    if (signal.aborted) return;
    const { composition, perform } = useComposition.getState();
    const thing = layerById(composition, layer.id);
    if (!thing) return;
    const proposed = found && proposeShadow(composition, thing, found, 1);
    const content = proposed ?? plainShadow(composition, thing);
    const into = groupOf(composition, thing.id)?.id ?? null;
    const at = listAround(composition, into).indexOf(thing.id);
    const name = `Shadow of ${thing.name}`;
    const made = plainLayer(newId(), name, content, placedAt({ x: 0, y: 0 }));
    if (!perform(addLayer, { layer: { ...made, blending: 'multiply' }, into, at })) return;
    if (!proposed) {
      tellProblem(
        'The scene shows no direction of its light, or nothing to stand on: turn the shadow by its knob.',
      );
    }
  });
  trackWork(work);
}

/** Turns the shadow in hand so that light comes from a direction. */
export function turnShadow(azimuth: number, way: 'tryOut' | 'perform'): void {
  const state = useComposition.getState();
  const layer = layerById(state.composition, useHand.getState().layer ?? '');
  const shadow = shadowInHand(state.composition, layer);
  if (!shadow) {
    if (way === 'perform') tellProblem('Throw a shadow first: by the button in the inspector.');
    return;
  }
  const change = { azimuth: Math.round(azimuth * 10) / 10 };
  state[way](setShadow, { layer: shadow.id, change });
}
