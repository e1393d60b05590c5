import { type Composition, layerById } from '@diplex/document';

/** A composition in which one step is left out, to compare with. */
export function withoutStep(
  composition: Composition,
  layerId: string | null,
  step: string | null,
): Composition {
  const layer = layerById(composition, layerId ?? '');
  if (step === null || !layer?.steps.some(({ id }) => id === step)) return composition;
  const steps = layer.steps.map((each) => (each.id === step ? { ...each, shown: false } : each));
  return { ...composition, layers: { ...composition.layers, [layer.id]: { ...layer, steps } } };
}
