import { layerById, lockedBy } from '@diplex/document';
import { definitionOf, fieldsAtWork, presentValues, setStepValues } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { PlaceHandles } from '../picture/PlaceHandles';
import { sharesOf } from './step-shares';

/** The places of the open step, as knobs over the picture. */
export function StepHandles() {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const layer = layerById(shown, useHand((state) => state.layer) ?? '');
  const open = useHand((state) => state.openStep);
  const step = layer?.steps.find(({ id }) => id === open);
  if (!layer || !step?.shown || lockedBy(shown, layer)) return null;
  const { perform, tryOut } = useComposition.getState();
  const values = presentValues(step) as Readonly<Record<string, unknown>>;
  const definition = definitionOf(step.kind);
  const fields = fieldsAtWork(definition, values);
  const args = (changed: Readonly<Record<string, unknown>>) => ({
    ...{ layer: layer.id, step: step.id, values: changed },
  });
  return (
    <PlaceHandles
      {...{ fields, values, fromShares: sharesOf(shown, layer) }}
      onTry={(changed) => tryOut(setStepValues, args(changed))}
      onSet={(changed) => perform(setStepValues, args(changed))}
    />
  );
}
