import {
  addLayer,
  addMask,
  addSteps,
  type Composition,
  groupOf,
  invert,
  isGlass,
  type Layer,
  layerById,
  layerMatrix,
  listAround,
  type Mask,
  maskById,
  moveStep,
  multiply,
  newId,
  newMaskLies,
  newMaskSize,
  placedAt,
  plainLayer,
  type Step,
  stepHolderId,
} from '@diplex/document';
import { definitionOf, newStep, type StepDefinition } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { takeTool, useHand } from '../bench/hand-store';
import { goToStage } from '../bench/navigation';
import { tellProblem } from '../bench/notice-store';
import { useWindow } from '../bench/window-store';
import { type KeptSteps, useStepShelf } from './step-shelf';

function layerInHand(): Layer | undefined {
  const { composition } = useComposition.getState();
  return layerById(composition, useHand.getState().layer ?? '');
}

/** Adds a step to the chain of the layer in hand, as the search list showed it, and opens its row. */
export function addStep(definition: StepDefinition): void {
  const layer = layerInHand();
  if (!layer) return;
  const step = newStep(definition, definition.sample);
  const { perform } = useComposition.getState();
  if (perform(addSteps, { layer: layer.id, steps: [step] })) {
    useHand.getState().take({ openStep: step.id });
  }
}

/** Opens the search list of steps. */
export function searchSteps(): void {
  if (layerInHand()) useWindow.getState().open('steps');
}

/** The masks of steps, each once. */
function masksOf({ masks }: Composition, steps: readonly Step[]): Mask[] {
  const ids = new Set(steps.flatMap(({ maskUse }) => maskUse?.mask ?? []));
  return [...ids].flatMap((id) => masks[id] ?? []);
}

/** Steps as they are kept: where their masks lie is counted on the canvas. */
export function keptSteps(
  composition: Composition,
  layer: Layer,
  steps: readonly Step[],
): KeptSteps {
  const own = layerMatrix(composition, layer);
  const onCanvas = steps.map((step): Step => {
    const { maskUse } = step;
    if (!maskUse?.linked) return step;
    return { ...step, maskUse: { ...maskUse, lies: multiply(own, maskUse.lies) } };
  });
  return { steps: onCanvas, masks: masksOf(composition, steps) };
}

/** Whether a kind of step can be in the chain of a layer. */
export function suits(layer: Layer, { on }: StepDefinition): boolean {
  return on === 'content' || !isGlass(layer);
}

/** Whether all of these steps can be in the chain of a layer; says which cannot. */
function allSuit(layer: Layer, steps: readonly Step[]): boolean {
  const odd = steps.find(({ kind }) => !suits(layer, definitionOf(kind)));
  if (!odd) return true;
  tellProblem(
    `${odd.name} goes round the edge of a thing, and ${layer.name} is a glass, which has none. Choose another layer.`,
  );
  return false;
}

/** Moves a step to a place of another chain, or of its own. */
export function moveStepTo(from: { layer: string; step: string }, to: string, at: number): void {
  const { composition, perform } = useComposition.getState();
  const step = layerById(composition, from.layer)?.steps.find(({ id }) => id === from.step);
  const target = layerById(composition, to);
  if (step && target && allSuit(target, [step])) perform(moveStep, { ...from, to, at });
}

/** Adds kept steps to a layer's chain under new ids; masks that are in the composition already are shared. */
export function layKeptSteps(layer: Layer, kept: KeptSteps): boolean {
  if (!allSuit(layer, kept.steps)) return false;
  const { composition, perform } = useComposition.getState();
  const back = invert(layerMatrix(composition, layer));
  const steps = kept.steps.map((step): Step => {
    const { maskUse } = step;
    const use = maskUse && { ...maskUse, linked: true, lies: multiply(back, maskUse.lies) };
    return { ...step, id: newId(), maskUse: use };
  });
  const masks = kept.masks.filter(({ id }) => !maskById(composition, id));
  return perform(addSteps, { layer: layer.id, steps, masks });
}

export function copySteps(layer: Layer, steps: readonly Step[]): void {
  const { composition } = useComposition.getState();
  useStepShelf.getState().copy(keptSteps(composition, layer, steps));
}

export function hasCopiedSteps(): boolean {
  return useStepShelf.getState().copied !== null;
}

export function pasteSteps(): void {
  const { copied: kept } = useStepShelf.getState();
  const layer = layerInHand();
  if (kept && layer) layKeptSteps(layer, kept);
}

/** Copies the step whose row is open, or the whole chain. */
export function copyChainInHand(): void {
  const layer = layerInHand();
  if (!layer || layer.steps.length === 0) return;
  const open = layer.steps.filter(({ id }) => id === useHand.getState().openStep);
  copySteps(layer, open.length > 0 ? open : layer.steps);
}

/** Gives a step a mask that shows everything, to be painted. */
export function giveStepMask(layer: Layer, step: Step): boolean {
  const { composition, perform } = useComposition.getState();
  const mask: Mask = {
    ...{ id: newId(), name: step.name, startsFrom: 'full', parts: [], feather: 0 },
    ...newMaskSize(composition, layer),
  };
  const lies = newMaskLies(composition, layer);
  return perform(addMask, { layer: stepHolderId(layer.id, step.id), mask, lies });
}

/** Gives a step the area's shape as its mask. */
export function maskStepByArea(layer: Layer, step: Step): void {
  const { composition, perform } = useComposition.getState();
  const { area } = composition;
  const shape = area && maskById(composition, area.mask);
  if (!area || !shape) return tellProblem('There is no area yet. Draw one at Cut first.');
  const mask: Mask = { ...shape, id: newId(), name: step.name, shelf: null };
  const lies = multiply(invert(layerMatrix(composition, layer)), area.lies);
  const holder = stepHolderId(layer.id, step.id);
  const words = `${step.name} works inside the area only`;
  perform(addMask, { layer: holder, mask, lies, words, turnedRound: area.turnedRound });
}

/** Takes the mask of a step in hand at Cut, giving it one when it has none. */
export function paintStepMask(layer: Layer, step: Step): void {
  if (!step.maskUse && !giveStepMask(layer, step)) return;
  useHand.getState().take({
    ...{ layer: layer.id, maskedStep: step.id, openStep: step.id, part: null, makes: 'part' },
  });
  takeTool('cut', 'brush');
  goToStage('cut');
}

/** Takes what is open in hand at Cut, to be painted off and back: the open step by its mask, else the layer by its own. */
export function paintOffInHand(): void {
  const layer = layerInHand();
  if (!layer) return;
  const step = layer.steps.find(({ id }) => id === useHand.getState().openStep);
  if (step) return paintStepMask(layer, step);
  useHand.getState().take({ maskedStep: null, part: null, makes: 'part' });
  takeTool('cut', 'brush');
  goToStage('cut');
}

/** Moves a step by one place in its chain. */
export function moveStepBy(layer: Layer, step: Step, by: -1 | 1): void {
  const at = layer.steps.findIndex(({ id }) => id === step.id) + by;
  if (at < 0 || at >= layer.steps.length) return;
  useComposition.getState().perform(moveStep, { layer: layer.id, step: step.id, to: layer.id, at });
}

/** Lays a glass before the layer in hand, in its group, and asks for its first step. */
export function addGlass(): void {
  const { composition, perform } = useComposition.getState();
  const layer = layerInHand();
  const into = layer ? (groupOf(composition, layer.id)?.id ?? null) : null;
  const list = listAround(composition, into);
  const at = layer ? list.indexOf(layer.id) + 1 : list.length;
  const names = new Set(Object.values(composition.layers).map(({ name }) => name));
  let name = 'Glass';
  for (let n = 2; names.has(name); n++) name = `Glass ${n}`;
  const glass = plainLayer(newId(), name, { kind: 'glass' }, placedAt({ x: 0, y: 0 }));
  if (!perform(addLayer, { layer: glass, into, at })) return;
  useHand.getState().take({ layer: glass.id, openStep: null, part: null });
  useWindow.getState().open('steps');
}
