import {
  addLayer,
  addSteps,
  type Composition,
  groupOf,
  isGlass,
  type Layer,
  layerById,
  listAround,
  newId,
  type Operation,
  perform,
  placedAt,
  plainLayer,
  type Step,
} from '@diplex/document';
import { newStep, type StepDefinition } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { freeName } from '../atmosphere/generated-layers';
import { type FamilyOnto, useFamily } from './settings';

/** What taking a step does: to the chain of the layer in hand, or as a glass right before it. */
interface Taking {
  readonly step: Step;
  readonly layer: string;
  carriedOut(by: <Args>(operation: Operation<Args>, args: Args) => unknown): unknown;
}

/** Whose chain a step of a family is taken into, or before which layer a glass is laid. */
export interface FamilyPlace {
  readonly inHand: string | null;
  readonly onto: FamilyOnto;
}

function placeNow(): FamilyPlace {
  return { inHand: useHand.getState().layer, onto: useFamily.getState().onto };
}

/** What taking a step of a family would do; null where there is no layer in hand. */
function takingOf(
  composition: Composition,
  definition: StepDefinition,
  { inHand, onto }: FamilyPlace,
): Taking | null {
  const layer = layerById(composition, inHand ?? '');
  if (!layer) return null;
  const step = newStep(definition, definition.sample);
  if (suitable(layer, definition, onto) === 'layer') {
    const args = { layer: layer.id, steps: [step] };
    return { step, layer: layer.id, carriedOut: (by) => by(addSteps, args) };
  }
  const name = freeName(composition, definition.words);
  const glass = plainLayer(newId(), name, { kind: 'glass' }, placedAt({ x: 0, y: 0 }));
  const into = groupOf(composition, layer.id)?.id ?? null;
  const at = listAround(composition, into).indexOf(layer.id) + 1;
  const args = { layer: { ...glass, steps: [step] }, into, at };
  return { step, layer: glass.id, carriedOut: (by) => by(addLayer, args) };
}

/** What a step would be added to: what goes round an edge needs a layer that has one. */
function suitable(layer: Layer, { on }: StepDefinition, onto: FamilyOnto): FamilyOnto {
  return isGlass(layer) || on === 'covered' ? 'layer' : onto;
}

/** The composition as it would be with a step of a family. */
export function withTaken(
  composition: Composition,
  definition: StepDefinition,
  place: FamilyPlace,
): Composition {
  const taking = takingOf(composition, definition, place);
  if (!taking) return composition;
  let made = composition;
  taking.carriedOut((operation, args) => {
    made = perform(composition, operation, args).composition;
  });
  return made;
}

/** Takes a step of a family, and opens its row. */
export function takeFamilyStep(definition: StepDefinition): void {
  const state = useComposition.getState();
  const taking = takingOf(state.composition, definition, placeNow());
  if (!taking?.carriedOut(state.perform)) return;
  useHand.getState().take({ layer: taking.layer, part: null });
  useHand.getState().take({ openStep: taking.step.id });
}
