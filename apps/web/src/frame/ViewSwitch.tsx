import { type Layer, layersInDepth } from '@diplex/document';
import type { ReactNode } from 'react';
import { nextBackdrop, nextMaskView } from '../actions/mask-commands';
import { useComposition } from '../bench/composition-store';
import { BACKDROPS, type Backdrop, type MaskView, useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { ColourField } from '../controls/ColourField';

const VIEWS: readonly { readonly view: MaskView; readonly words: string }[] = [
  { view: 'composition', words: 'Composition' },
  { view: 'veil', words: 'Veil' },
  { view: 'edges', words: 'Edges' },
  { view: 'plain', words: 'Plain' },
  { view: 'cut-out', words: 'Cut-out' },
  { view: 'backdrop', words: 'On backdrop' },
  { view: 'difference', words: 'Difference' },
];

const BACKDROP_WORDS: Readonly<Record<Backdrop, string>> = {
  black: 'Black',
  grey: 'Grey',
  white: 'White',
  colour: 'Colour',
  complement: 'Complement',
  composition: 'Scene',
};

function KeyButton({ letter, words, run }: { letter: string; words: string; run: () => void }) {
  return (
    <button
      type="button"
      title={words}
      aria-label={words}
      onClick={run}
      className="cursor-pointer px-1"
    >
      <kbd className="rounded border border-neutral px-1.5 text-[10px] text-faint">{letter}</kbd>
    </button>
  );
}

const SWITCH = 'flex h-6 items-center rounded-md bg-float px-0.5';
const BUTTON =
  'h-5 cursor-pointer rounded px-2 text-quiet hover:text-base-content aria-pressed:bg-neutral aria-pressed:font-semibold aria-pressed:text-neutral-content';

/** What can be said of a view besides which it is; most have nothing. */
const OPTIONS: Readonly<Partial<Record<MaskView, () => ReactNode>>> = {
  veil: VeilOptions,
  backdrop: BackdropOptions,
  difference: DifferenceOptions,
};

/** How the mask is looked at: beside the picture, so that it covers nothing of it. */
export function ViewSwitch() {
  const { layer, view, take } = useHand();
  const others = useOthers();
  if (!layer) return null;
  const Options = OPTIONS[view];
  return (
    <fieldset aria-label="Mask view" className="flex items-center gap-2 text-[12px]">
      {Options && <Options />}
      <div className={SWITCH}>
        {VIEWS.filter((each) => each.view !== 'difference' || others.length > 0).map((each) => (
          <button
            key={each.view}
            type="button"
            aria-pressed={each.view === view}
            onClick={() => take({ view: each.view })}
            className={BUTTON}
          >
            {each.words}
          </button>
        ))}
        <KeyButton letter="M" words="Next mask view (M)" run={nextMaskView} />
      </div>
    </fieldset>
  );
}

/** The layers that the one in hand can be compared with. */
function useOthers(): readonly Layer[] {
  const layer = useHand((state) => state.layer);
  const composition = useComposition((state) => state.composition);
  return layersInDepth(composition).filter(({ id }) => id !== layer);
}

function BackdropOptions() {
  const { backdrop, backdropColour, take } = useHand();
  return (
    <div className={SWITCH}>
      <select
        aria-label="Backdrop"
        value={backdrop}
        onChange={(event) => take({ backdrop: event.target.value as Backdrop })}
        className="h-5 cursor-pointer rounded bg-transparent px-1 text-base-content"
      >
        {BACKDROPS.map((each) => (
          <option key={each} value={each}>
            {BACKDROP_WORDS[each]}
          </option>
        ))}
      </select>
      {backdrop === 'colour' && (
        <ColourField
          label="Colour of the backdrop"
          value={backdropColour}
          onSet={(colour) => take({ backdropColour: colour })}
        />
      )}
      <KeyButton letter="N" words="Next backdrop (N)" run={nextBackdrop} />
    </div>
  );
}

function DifferenceOptions() {
  const { compared, take } = useHand();
  return (
    <select
      aria-label="Compared with"
      value={compared ?? ''}
      onChange={(event) => take({ compared: event.target.value || null })}
      className="h-6 max-w-[150px] cursor-pointer rounded-md bg-float px-1.5 text-base-content"
    >
      <option value="">another layer …</option>
      {useOthers().map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}

function VeilOptions() {
  const { veilColour, veilStrength, take } = useHand();
  return (
    <div className={`${SWITCH} w-[250px] gap-2 *:last:flex-1`}>
      <ColourField
        label="Colour of the veil"
        value={veilColour}
        onSet={(colour) => take({ veilColour: colour })}
      />
      <Amount
        layout="row"
        label="Veil"
        value={Math.round(veilStrength * 100)}
        min={0}
        max={100}
        step={1}
        unit="%"
        onTry={(value) => take({ veilStrength: value / 100 })}
        onSet={(value) => take({ veilStrength: value / 100 })}
      />
    </div>
  );
}
