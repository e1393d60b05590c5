import { canAgree, proposeShadow } from '@diplex/core';
import {
  addLayer,
  type Composition,
  groupOf,
  isShadow,
  type Layer,
  layerBounds,
  layerById,
  listAround,
  newId,
  ownStanding,
  placedAt,
  plainLayer,
  type ShadowContent,
  type ShadowLayer,
  type Standing,
  setShadow,
  shadowsOf,
  standingOnCanvas,
} from '@diplex/document';
import { definitionOf, newStep } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob } from '../../picks/run-pick';
import { surveyNow } from '../lighting/survey-now';
import { useShadow } from './settings';

/** The shadow that is worked on: the layer in hand, the one that was chosen of those that it throws, or the first. */
export function shadowInHand(
  composition: Composition,
  layer: Layer | undefined,
): ShadowLayer | null {
  if (!layer) return null;
  if (isShadow(layer)) return layer;
  const thrown = shadowsOf(composition, layer.id).filter(isShadow);
  const { chosen } = useShadow.getState();
  return thrown.find(({ id }) => id === chosen) ?? thrown[0] ?? null;
}

/** Where a layer stands and how high it is, in its own pixels, by its bounds alone. */
function standingByBounds(composition: Composition, thing: Layer): Standing {
  const { x, y, width, height } = layerBounds(composition, thing);
  return ownStanding(composition, thing, { foot: { x: x + width / 2, y: y + height }, height });
}

/** What a shadow is like where nothing tells the scene's light: soft, from above on the left. */
function plainShadow(composition: Composition, thing: Layer): ShadowContent {
  return {
    ...{ kind: 'shadow', of: thing.id, falls: 'ground' },
    ...{ azimuth: 320, elevation: 25, tilt: 0.3, away: 0.4 },
    ...standingByBounds(composition, thing),
    ...{ softness: 0.5, contact: 0.8, colour: { r: 110, g: 112, b: 118, alpha: 0.5 } },
  };
}

/** The place right behind a layer, in its group. */
function rightBehind(composition: Composition, thing: Layer) {
  const into = groupOf(composition, thing.id)?.id ?? null;
  return { into, at: listAround(composition, into).indexOf(thing.id) };
}

/** A further lamp stands so far to the side of the first, in degrees, and throws so much of its shadow. */
const [ASIDE, WEAKER] = [90, 0.6];

/** Lays one more shadow of a layer, as a second lamp throws it. */
export function throwAnother(thing: Layer, first: ShadowLayer): void {
  const { composition, perform } = useComposition.getState();
  const { content } = first;
  const count = shadowsOf(composition, thing.id).length + 1;
  const more: ShadowContent = {
    ...content,
    azimuth: (content.azimuth + ASIDE) % 360,
    colour: { ...content.colour, alpha: content.colour.alpha * WEAKER },
  };
  const name = `Shadow ${count} of ${thing.name}`;
  const made = plainLayer(newId(), name, more, placedAt({ x: 0, y: 0 }));
  const layer = { ...made, blending: 'multiply' as const };
  if (perform(addLayer, { layer, ...rightBehind(composition, thing) })) {
    useShadow.getState().set({ chosen: made.id });
  }
}

/** What a mirror image is like when it is new: how much of it shows, how fast it fades, and through what it is seen. */
const MIRROR = { colour: { r: 222, g: 230, b: 235, alpha: 0.6 }, fade: 0.75 } as const;

/** How soft its far end is, and how strong its waves are and how far apart, as shares of the height of the thing. */
const [SOFT, WAVES, APART] = [0.012, 0.01, 0.05] as const;

/** Lays what glossy ground or water shows of a layer right behind it; softness and waves are steps of its chain. */
export function layReflection(thing: Layer): void {
  const { composition, perform } = useComposition.getState();
  const standing = standingByBounds(composition, thing);
  const high = standingOnCanvas(composition, thing, standing).height;
  const content: ShadowContent = {
    ...{ kind: 'shadow', of: thing.id, falls: 'mirror', ...standing, ...MIRROR },
    ...{ azimuth: 0, elevation: 0, tilt: 0, away: 0, softness: 0, contact: 0 },
  };
  const name = `Reflection of ${thing.name}`;
  const made = plainLayer(newId(), name, content, placedAt({ x: 0, y: 0 }));
  const depth = newStep(definitionOf('depth'), {
    ...{ size: SOFT * high, focus: { x: 0.5, y: 0 }, far: { x: 0.5, y: 1 } },
    ...{ clear: 0, bloom: 0, edge: 'softened' },
  });
  const ripple = newStep(definitionOf('ripple'), {
    ...{ height: WAVES * high, length: Math.max(4, APART * high), nearer: 0.6, edge: 'moves' },
  });
  const layer = { ...made, steps: [depth, ripple] };
  if (perform(addLayer, { layer, ...rightBehind(composition, thing) })) {
    useShadow.getState().set({ chosen: made.id });
  }
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
    const name = `Shadow of ${thing.name}`;
    const made = plainLayer(newId(), name, content, placedAt({ x: 0, y: 0 }));
    const layerMade = { ...made, blending: 'multiply' as const };
    if (!perform(addLayer, { layer: layerMade, ...rightBehind(composition, thing) })) return;
    useShadow.getState().set({ chosen: made.id });
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
  if (!shadow || shadow.content.falls === 'mirror') {
    if (way === 'perform') tellProblem('Throw a shadow first: by the button in the inspector.');
    return;
  }
  const change = { azimuth: Math.round(azimuth * 10) / 10 };
  state[way](setShadow, { layer: shadow.id, change });
}
