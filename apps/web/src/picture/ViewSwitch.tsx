import type { Colour } from '@diplex/core';
import { nextBackdrop, nextMaskView } from '../actions/mask-commands';
import { BACKDROPS, type Backdrop, type MaskView, useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';

const VIEWS: readonly { readonly view: MaskView; readonly words: string }[] = [
  { view: 'composition', words: 'Composition' },
  { view: 'veil', words: 'Veil' },
  { view: 'edges', words: 'Edges' },
  { view: 'plain', words: 'Plain' },
  { view: 'cut-out', words: 'Cut-out' },
  { view: 'backdrop', words: 'On backdrop' },
];

const BACKDROP_WORDS: Readonly<Record<Backdrop, string>> = {
  black: 'Black',
  grey: 'Grey',
  white: 'White',
  colour: 'Colour',
  composition: 'Composition',
};

function toHex({ r, g, b }: Colour): string {
  return `#${[r, g, b].map((v) => v.toString(16).padStart(2, '0')).join('')}`;
}

function fromHex(hex: string): Colour {
  const [r = 0, g = 0, b = 0] = [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16));
  return { r, g, b };
}

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
  if (!layer) return null;
  const button =
    'cursor-pointer rounded-md px-2.5 py-1 text-quiet hover:text-base-content aria-pressed:bg-neutral aria-pressed:font-semibold aria-pressed:text-neutral-content';
  return (
    <div className="pointer-events-none absolute top-2.5 right-3 grid justify-items-end gap-1.5 text-[12px] *:pointer-events-auto">
      <div className="flex rounded-lg bg-float p-0.5">
        {VIEWS.map((each) => (
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
            <input
              type="color"
              aria-label="Colour of the backdrop"
              className="size-6 cursor-pointer"
              value={toHex(backdropColour)}
              onChange={(event) => take({ backdropColour: fromHex(event.target.value) })}
            />
          )}
          <KeyButton letter="N" words="Next backdrop (N)" run={nextBackdrop} />
        </div>
      )}
      {view === 'veil' && (
        <div className="flex items-center gap-2 rounded-lg bg-float px-2.5 py-1">
          <input
            type="color"
            aria-label="Colour of the veil"
            className="size-6 cursor-pointer"
            value={toHex(veilColour)}
            onChange={(event) => take({ veilColour: fromHex(event.target.value) })}
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
