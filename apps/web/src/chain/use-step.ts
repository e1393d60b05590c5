import type { Layer, Step } from '@diplex/document';
import { presentValues, setStepValues } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';

/** The values of a step, and ways to try others and to set them. */
export function useStepValues(layer: Layer, step: Step) {
  const { perform, tryOut } = useComposition.getState();
  const args = (values: Readonly<Record<string, unknown>>) => ({
    ...{ layer: layer.id, step: step.id, values },
  });
  return {
    values: presentValues(step) as Readonly<Record<string, unknown>>,
    tryValues: (values: Readonly<Record<string, unknown>>) => tryOut(setStepValues, args(values)),
    setValues: (values: Readonly<Record<string, unknown>>) => perform(setStepValues, args(values)),
  };
}
