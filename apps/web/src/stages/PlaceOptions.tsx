import { layerById } from '@diplex/document';
import { PLACE_ACTIONS } from '../actions/place-actions';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { takeLayer } from '../bench/take-layer';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { Choice } from '../controls/Choice';
import { Pick } from '../controls/Pick';
import { PlainButton } from '../controls/PlainButton';
import { CORNER_WAYS, usePlacing, useUnder } from '../tools/place/settings';

const HINTS = {
  scale: 'Corners scale the layer, and the knob turns it',
  'draw out': 'Each corner goes where it is dragged, as in perspective',
} as const;

/** What corners do, and what places a layer at one press. */
export function PlaceOptions() {
  const { corners, picks, set } = usePlacing();
  // What can be done depends on the layer.
  useLayerInHand();
  return (
    <>
      <Choice
        label="What corners do"
        value={corners}
        options={CORNER_WAYS.map((value) => ({
          value,
          words: value === 'scale' ? 'corners scale' : 'draw out',
          hint: HINTS[value],
        }))}
        onChoose={(value) => set({ corners: value })}
      />
      <label
        title="A press without a drag takes the nearest layer under the pointer in hand"
        className="flex h-7 items-center gap-1.5 text-[12px] text-quiet"
      >
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={picks}
          onChange={(event) => set({ picks: event.target.checked })}
        />
        Pick by press
      </label>
      {picks && <UnderPointer />}
      <div className="flex flex-wrap gap-1">
        {PLACE_ACTIONS.map(({ id, words, icon, able, run }) => (
          <PlainButton
            key={id}
            icon={icon}
            words={words}
            disabled={able ? !able() : false}
            onPress={run}
          />
        ))}
      </div>
    </>
  );
}

/** All that lies where the picture was pressed last, to take something further away. */
function UnderPointer() {
  const layers = useUnder((state) => state.layers);
  const scene = useComposition((state) => state.composition);
  const inHand = useHand((state) => state.layer);
  const known = layers.flatMap((id) => layerById(scene, id) ?? []);
  if (known.length < 2) return null;
  return (
    <Pick
      label="Under the pointer"
      value={inHand ?? ''}
      options={known.map(({ id, name }) => ({ value: id, words: name }))}
      onChoose={takeLayer}
    />
  );
}
