import {
  addLayer,
  type Composition,
  groupOf,
  type Layer,
  layerById,
  listAround,
  newId,
  type Operation,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { type GeneratedDefinition, newGenerated, type StepColour } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { useSceneLight } from './scene-light';

/** A name that no layer has yet. */
export function freeName(composition: Composition, words: string): string {
  const names = new Set(Object.values(composition.layers).map(({ name }) => name));
  let name = words;
  for (let n = 2; names.has(name); n++) name = `${words} ${n}`;
  return name;
}

/** Everything that lays something generated right before the layer in hand. */
export function layingOf(
  composition: Composition,
  inHand: Layer | undefined,
  definition: GeneratedDefinition,
  light: StepColour | null,
): {
  readonly operation: Operation<Parameters<typeof addLayer.change>[1]>;
  readonly args: Parameters<typeof addLayer.change>[1];
} {
  const { width, height } = composition.canvas;
  const { takesLight, words, blending } = definition;
  const values = takesLight && light ? { [takesLight]: light } : {};
  const seed = 1 + Object.keys(composition.layers).length;
  const content = newGenerated(definition, { width, height }, seed, values);
  const made = plainLayer(
    newId(),
    freeName(composition, words),
    content,
    placedAt({ x: width / 2, y: height / 2 }),
  );
  const into = inHand ? (groupOf(composition, inHand.id)?.id ?? null) : null;
  const list = listAround(composition, into);
  const at = inHand ? list.indexOf(inHand.id) + 1 : list.length;
  return { operation: addLayer, args: { layer: { ...made, blending }, into, at } };
}

function inHandNow(composition: Composition): Layer | undefined {
  return layerById(composition, useHand.getState().layer ?? '');
}

/** Lays something generated right before the layer in hand, and takes it in hand. */
export function layGenerated(definition: GeneratedDefinition): void {
  const { composition, perform } = useComposition.getState();
  const { light } = useSceneLight.getState();
  const { operation, args } = layingOf(composition, inHandNow(composition), definition, light);
  if (!perform(operation, args)) return;
  useHand.getState().take({ layer: args.layer.id, openStep: null, part: null });
}
