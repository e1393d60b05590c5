import { isGenerated, layerById, layerMatrix, lockedBy, multiply, scaling } from '@diplex/document';
import { fieldsAtWork, generatedDefinition, presentGenerated, setGenerated } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { PlaceHandles } from '../../picture/PlaceHandles';

/** The places of the generated layer in hand, as knobs over the picture. */
export function AtmosphereHandles() {
  const shown = useComposition((state) => state.preview ?? state.composition);
  const layer = layerById(shown, useHand((state) => state.layer) ?? '');
  // Shards are hidden themselves: masks go by them.
  if (!layer || !isGenerated(layer) || lockedBy(shown, layer)) return null;
  const { perform, tryOut } = useComposition.getState();
  const { width, height } = layer.content.size;
  const definition = generatedDefinition(layer.content.of);
  const values = presentGenerated(layer.content) as Readonly<Record<string, unknown>>;
  const fields = fieldsAtWork(definition, values);
  const on = (changed: Readonly<Record<string, unknown>>) => ({
    ...{ layer: layer.id, change: { values: changed } },
  });
  return (
    <PlaceHandles
      {...{
        fields,
        values,
        fromShares: multiply(layerMatrix(shown, layer), scaling(width, height)),
      }}
      onTry={(changed) => tryOut(setGenerated, on(changed))}
      onSet={(changed) => perform(setGenerated, on(changed))}
    />
  );
}
