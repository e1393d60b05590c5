import {
  type ByTone,
  isGlass,
  type Layer,
  setByTone,
  TONE_COMPONENTS,
  type ToneWindow,
} from '@diplex/document';
import { useComposition } from '../bench/composition-store';
import { Section } from '../controls/Inspector';
import { Pick } from '../controls/Pick';
import { EdgeRows, RangeChart } from '../tools/tones/RangeChart';
import { useTonesGround } from '../tools/tones/use-tones-ground';

/** A new window lets all but the darkest and the lightest through, so that it is seen at once what it does. */
const NEW_WINDOW: ToneWindow = { component: 'lightness', low: [0, 0.3], high: [1, 1] };

type Of = 'own' | 'behind';

const WORDS: Readonly<Record<Of, string>> = {
  own: 'by its own tones',
  behind: 'by the tones behind it',
};

interface WindowRowsProps {
  readonly layer: Layer;
  readonly of: Of;
}

function WindowRows({ layer, of }: WindowRowsProps) {
  const { perform } = useComposition.getState();
  const window = layer.byTone?.[of] ?? null;
  const args = (change: ByTone) => ({ layer: layer.id, change });
  const set = (next: ToneWindow | null) => perform(setByTone, args({ [of]: next }));
  return (
    <fieldset disabled={layer.locked} aria-label={`Shows ${WORDS[of]}`} className="grid gap-0.5">
      <label className="flex h-[26px] items-center gap-2 text-[12.5px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={window !== null}
          onChange={(event) => set(event.target.checked ? NEW_WINDOW : null)}
        />
        Shows {WORDS[of]}
      </label>
      {window && <OpenWindow layer={layer} of={of} window={window} />}
    </fieldset>
  );
}

/** A window over the histogram, with its amounts. */
function OpenWindow({ layer, of, window }: WindowRowsProps & { readonly window: ToneWindow }) {
  const { perform, tryOut } = useComposition.getState();
  const ground = useTonesGround(layer, of);
  const change = (range: Partial<ToneWindow>) => ({
    ...{ layer: layer.id, change: { [of]: { ...window, ...range } } },
  });
  return (
    <>
      <Pick
        label={`Component ${WORDS[of]}`}
        value={window.component}
        options={TONE_COMPONENTS.map((each) => ({ value: each, words: each }))}
        onChoose={(component) => perform(setByTone, change({ component }))}
      />
      <RangeChart
        window={window}
        ground={ground}
        onTry={(range) => tryOut(setByTone, change(range))}
        onSet={(range) => perform(setByTone, change(range))}
      />
      <EdgeRows
        window={window}
        onTry={(range) => tryOut(setByTone, change(range))}
        onSet={(range) => perform(setByTone, change(range))}
      />
    </>
  );
}

/** By which tones a layer shows: its own, and those of what lies behind it. */
export function ByToneRows({ layer }: { readonly layer: Layer }) {
  const { perform } = useComposition.getState();
  const follows = layer.byTone?.follows ?? false;
  return (
    <Section title="By tone" aside={layer.byTone ? 'limited' : 'all tones'}>
      {!isGlass(layer) && <WindowRows layer={layer} of="own" />}
      {layer.byTone?.own && layer.steps.length > 0 && (
        <label className="flex h-[26px] items-center gap-2 text-[12.5px] text-quiet">
          <input
            type="checkbox"
            className="checkbox checkbox-xs checkbox-primary"
            checked={follows}
            disabled={layer.locked}
            onChange={(event) =>
              perform(setByTone, { layer: layer.id, change: { follows: event.target.checked } })
            }
          />
          Follows what its chain does to them
        </label>
      )}
      <WindowRows layer={layer} of="behind" />
    </Section>
  );
}
