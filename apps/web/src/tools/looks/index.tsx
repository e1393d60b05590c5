import { isGlass, layerById, layersInDepth } from '@diplex/document';
import { IconArrowsShuffle, IconLayoutGrid } from '@tabler/icons-react';
import { useId } from 'react';
import { useComposition } from '../../bench/composition-store';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import { ShareAmount } from '../../controls/ShareAmount';
import type { ToolHome } from '../tool-home';
import { LOOK_FAMILIES, type LookFamily } from './recipes';
import { useLooks } from './settings';

function LookOptions() {
  const { sheet, share, seed, set } = useLooks();
  return (
    <>
      <ShareAmount
        label="Amount"
        layout="stack"
        value={share}
        onSet={(value) => set({ share: value })}
      />
      {sheet === 'open' ? (
        <PlainButton
          icon={IconArrowsShuffle}
          words="Shuffle"
          hint="Others of the families that are chosen"
          onPress={() => set({ seed: seed + 1 })}
        />
      ) : (
        <PlainButton
          icon={IconLayoutGrid}
          words="Contact sheet"
          hint="The picture in several looks, over the picture"
          onPress={() => set({ sheet: 'open' })}
        />
      )}
    </>
  );
}

const FAMILY_WORDS: Readonly<Record<LookFamily, string>> = {
  ...{ light: 'light', colour: 'colour', air: 'air', painted: 'painted', silver: 'silver' },
};

/** What shuffle draws from, and whom looks spare. */
function LookSection() {
  const { families, spares, spared, set } = useLooks();
  const scene = useComposition((state) => state.composition);
  const id = useId();
  const masked = layersInDepth(scene).filter((layer) => layer.maskUse && !isGlass(layer));
  const turn = (family: LookFamily) =>
    set({
      families: families.includes(family)
        ? families.filter((each) => each !== family)
        : [...families, family],
    });
  return (
    <>
      <Section title="Families" aside="what shuffle draws from">
        <div className="flex flex-wrap gap-1.5">
          {LOOK_FAMILIES.map((family) => (
            <button
              key={family}
              type="button"
              aria-pressed={families.includes(family)}
              onClick={() => turn(family)}
              className="h-8 cursor-pointer rounded-lg bg-base-300 px-2.5 text-[12.5px] text-quiet aria-pressed:text-base-content aria-pressed:shadow-[inset_0_0_0_1.5px_var(--color-primary)]"
            >
              {FAMILY_WORDS[family]}
            </button>
          ))}
        </div>
        {families.length === 0 && (
          <p className="mt-1.5 text-[12px] text-faint">
            With none of them the sheet shows what you kept on the shelf of steps.
          </p>
        )}
      </Section>
      <Section title="Spares" aside="by its mask">
        <div className="grid grid-cols-[92px_1fr] items-center gap-2 text-[12.5px] text-quiet">
          <label htmlFor={id}>Layer</label>
          <select
            id={id}
            className="select select-xs bg-base-300"
            value={layerById(scene, spares ?? '') ? (spares ?? '') : ''}
            onChange={(event) => set({ spares: event.target.value || null })}
          >
            <option value="">nobody</option>
            {masked.map((layer) => (
              <option key={layer.id} value={layer.id}>
                {layer.name}
              </option>
            ))}
          </select>
        </div>
        {spares && (
          <ShareAmount label="How far" value={spared} onSet={(value) => set({ spared: value })} />
        )}
      </Section>
    </>
  );
}

export const looks: ToolHome = {
  tool: {
    begin: () => undefined,
    move: () => undefined,
    end: () => undefined,
    cancel: () => undefined,
    stepBack() {
      const { sheet, set } = useLooks.getState();
      if (sheet === 'away') return false;
      set({ sheet: 'away' });
      return true;
    },
  },
  tray: { words: 'Looks', key: 'g', icon: IconLayoutGrid },
  Options: LookOptions,
  Section: LookSection,
  Sentence: () => (
    <>
      Lays a look over all as a glass of ordinary steps: press one of the sheet. Arrows walk through
      them, Enter takes one.
    </>
  ),
};
