import { layersInDepth } from '@diplex/document';
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

/** How the mask is looked at, in the upper right corner of the picture. */
export function ViewSwitch() {
  const { layer, view, backdrop, backdropColour, veilColour, veilStrength, take } = useHand();
  const compared = useHand((state) => state.compared);
  const composition = useComposition((state) => state.composition);
  if (!layer) return null;
  const others = layersInDepth(composition).filter(({ id }) => id !== layer);
  const button =
    'cursor-pointer rounded-md px-2.5 py-1 text-quiet hover:text-base-content aria-pressed:bg-neutral aria-pressed:font-semibold aria-pressed:text-neutral-content';
  return (
    <div className="pointer-events-none absolute top-2.5 right-3 grid justify-items-end gap-1.5 text-[12px] *:pointer-events-auto">
      <div className="flex rounded-lg bg-float p-0.5">
        {VIEWS.filter((each) => each.view !== 'difference' || others.length > 0).map((each) => (
          <button
            key={each.view}
            type="button"
            aria-pressed={each.view === view}
            onClick={() => take({ view: each.view })}
            className={button}
          >
            {each.words}
          </button>
        ))}
        <KeyButton letter="M" words="Next mask view (M)" run={nextMaskView} />
      </div>
      {view === 'backdrop' && (
        <div className="flex items-center rounded-lg bg-float p-0.5">
          {BACKDROPS.map((each) => (
            <button
              key={each}
              type="button"
              aria-pressed={each === backdrop}
              onClick={() => take({ backdrop: each })}
              className={button}
            >
              {BACKDROP_WORDS[each]}
            </button>
          ))}
          {backdrop === 'colour' && (
            <ColourField
              label="Colour of the backdrop"
              value={backdropColour}
              onSet={(colour) => take({ backdropColour: colour })}
            />
          )}
          <KeyButton letter="N" words="Next backdrop (N)" run={nextBackdrop} />
        </div>
      )}
      {view === 'difference' && (
        <label className="flex items-center gap-2 rounded-lg bg-float px-2.5 py-1 text-quiet">
          Compared with
          <select
            value={compared ?? ''}
            onChange={(event) => take({ compared: event.target.value || null })}
            className="h-7 rounded-md bg-base-200 px-1.5 text-base-content"
          >
            <option value="">another layer …</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      )}
      {view === 'veil' && (
        <div className="flex items-center gap-2 rounded-lg bg-float px-2.5 py-1">
          <ColourField
            label="Colour of the veil"
            value={veilColour}
            onSet={(colour) => take({ veilColour: colour })}
          />
          <Amount
            layout="stack"
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
      )}
    </div>
  );
}
