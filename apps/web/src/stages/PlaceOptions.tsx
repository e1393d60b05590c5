import { PLACE_ACTIONS } from '../actions/place-actions';
import { useLayerInHand } from '../bench/use-layer-in-hand';
import { Choice } from '../controls/Choice';
import { PlainButton } from '../controls/PlainButton';
import { CORNER_WAYS, usePlacing } from '../tools/place/settings';

const HINTS = {
  scale: 'Corners scale the layer, and the knob turns it',
  'draw out': 'Each corner goes where it is dragged, as in perspective',
} as const;

/** What corners do, and what places a layer at one press. */
export function PlaceOptions() {
  const { corners, set } = usePlacing();
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
      <div className="flex flex-wrap gap-1">
        {PLACE_ACTIONS.map(({ id, words, icon, able, run, keys }) => (
          <PlainButton
            key={id}
            icon={icon}
            words={words}
            hint={`${words} (${keys?.[0]?.toUpperCase()})`}
            disabled={able ? !able() : false}
            onPress={run}
          />
        ))}
      </div>
    </>
  );
}
