import {
  bendsItself,
  holdsInPlane,
  isShadow,
  isWarped,
  type Layer,
  layFlat,
  layIntoPlane,
  placeLockedBy,
  setWarp,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import { CornerAmounts } from './CornerAmounts';

/** How a layer lies out of square: its corners and bend, its plane, and laying it flat to work on it. */
export function WarpRows({ layer }: { readonly layer: Layer }) {
  const scene = useComposition((state) => state.preview ?? state.composition);
  const { perform } = useComposition.getState();
  const planes = Object.values(scene.planes ?? {});
  const locked = placeLockedBy(scene, layer) !== undefined;
  const flat = Boolean(layer.laidFlat);
  const own = bendsItself({ ...layer, laidFlat: false });
  return (
    <Section title="Perspective" aside={flat ? 'laid flat for now' : undefined}>
      {!locked && !isShadow(layer) && <CornerAmounts layer={layer} />}
      {planes.length > 0 && holdsInPlane(layer) && (
        <Pick
          label={isShadow(layer) ? 'Falls on' : 'Lies in'}
          value={layer.plane ?? ''}
          options={[
            { value: '', words: 'no plane' },
            ...planes.map(({ id, name }) => ({ value: id, words: name })),
          ]}
          onChoose={(plane) => perform(layIntoPlane, { layer: layer.id, plane: plane || null })}
        />
      )}
      {own && (
        <div className="mt-1.5 flex flex-wrap gap-1">
          <PlainButton
            words={flat ? 'Put it up again' : 'Lay it flat'}
            hint="Laid flat it can be cut and painted; its bend, corners and plane are kept"
            disabled={locked}
            onPress={() => perform(layFlat, { layer: layer.id, flat: !flat })}
          />
          {layer.warp && (
            <PlainButton
              words="Straighten"
              hint="Takes its bend away, and its corners back to where they were"
              disabled={locked}
              onPress={() => perform(setWarp, { layer: layer.id, warp: null })}
            />
          )}
        </div>
      )}
      {!own && isWarped(scene, layer) && (
        <p className="text-[12px] text-quiet">It lies as the group that it is in.</p>
      )}
    </Section>
  );
}
