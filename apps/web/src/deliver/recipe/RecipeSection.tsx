import { isPhoto, layersInDepth } from '@diplex/document';
import { IconPhotoPlus, IconRepeat } from '@tabler/icons-react';
import { useEffect, useState } from 'react';
import { useComposition } from '../../bench/composition-store';
import { useDeliveries } from '../../bench/deliver-store';
import { openPage } from '../../bench/page-navigation';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { counted } from '../../controls/counted';
import { Section } from '../../controls/Inspector';
import { PlainButton } from '../../controls/PlainButton';
import type { RecipePlacing, RecipeResult, RecipeRun } from '../../link/server';
import { requestOf } from '../file-kinds';
import { useRecipes } from './recipe-store';
import { SourcesDialog } from './SourcesDialog';

const PLACINGS = [
  { value: 'as high', words: 'as high', hint: 'Its subject is as high as the one before it' },
  {
    value: 'eye level',
    words: 'by eye level',
    hint: 'Its subject stands on the scene’s ground: the horizon cuts it at its own eye level',
  },
] as const;

/** The composition used again on other photographs: what is swapped, on which, and what came of it. */
export function RecipeSection() {
  const id = useComposition((state) => state.id);
  const composition = useComposition((state) => state.composition);
  const files = useDeliveries((state) => state.files);
  const { layers, sources, agree, placing, delivers, runs, set, load, begin } = useRecipes();
  const [choosing, setChoosing] = useState(false);
  useEffect(() => {
    if (id) void load();
  }, [id, load]);
  const photos = layersInDepth(composition).filter(isPhoto).reverse();
  const [nearest] = photos;
  if (!nearest) return null;
  const chosen = photos.filter((each) => layers.includes(each.id));
  const swapped = (chosen.length > 0 ? chosen : [nearest]).map((each) => each.id);
  const flip = (layer: string) => {
    const left = swapped.filter((each) => each !== layer);
    // At least one is swapped.
    if (swapped.includes(layer)) return left.length > 0 && set({ layers: left });
    set({ layers: [...swapped, layer] });
  };
  return (
    <Section title="Use it again" begins="folded" aside="on other photographs">
      <div className="grid gap-1.5">
        <p className="text-[11.5px] text-faint">
          Each photograph takes the place of those that are swapped: its subject is found and cut
          with the same edge, stands where the one before stands, agrees with the scene, and keeps
          chain and shadow. Each becomes a composition of its own.
        </p>
        <fieldset className="grid gap-0.5 text-[12px] text-quiet">
          <legend className="mb-0.5 text-[11.5px] text-faint">Swapped are</legend>
          {photos.map((each) => (
            <label key={each.id} className="flex min-h-6 items-center gap-2">
              <input
                type="checkbox"
                className="checkbox checkbox-xs"
                checked={swapped.includes(each.id)}
                onChange={() => flip(each.id)}
              />
              <span className="truncate">{each.name}</span>
            </label>
          ))}
        </fieldset>
        <div className="flex items-center gap-2 text-[12px] text-quiet">
          Each is
          <Choice<RecipePlacing>
            label="How large each is"
            value={placing}
            onChoose={(value) => set({ placing: value })}
            options={PLACINGS}
          />
        </div>
        <div className="flex flex-wrap items-end gap-2">
          <PlainButton
            icon={IconPhotoPlus}
            words={
              sources.length === 0 ? 'Choose photographs' : counted(sources.length, 'photograph')
            }
            onPress={() => setChoosing(true)}
          />
        </div>
        <Amount
          label="Agree"
          value={Math.round(agree * 100)}
          {...{ min: 0, max: 100, step: 1, unit: '%' }}
          onSet={(value) => set({ agree: value / 100 })}
        />
        <label className="flex items-center gap-2 text-[12px] text-quiet">
          <input
            type="checkbox"
            className="checkbox checkbox-xs"
            checked={delivers === 'the files'}
            onChange={(event) => set({ delivers: event.target.checked ? 'the files' : 'nothing' })}
          />
          Deliver each as the files above
        </label>
        <PlainButton
          icon={IconRepeat}
          words="Use it on them"
          hint="One after the other; it can be stopped, and gone on with"
          disabled={sources.length === 0}
          onPress={() => void begin(swapped, files.map(requestOf))}
        />
        {runs.map((run) => (
          <Run key={run.id} run={run} />
        ))}
      </div>
      {choosing && (
        <SourcesDialog
          chosen={sources}
          onChoose={(next) => set({ sources: next })}
          onClose={() => setChoosing(false)}
        />
      )}
    </Section>
  );
}

/** What needs a hand first. */
function needyFirst(results: readonly RecipeResult[]): RecipeResult[] {
  return [...results].sort((a, b) => b.needs.length - a.needs.length);
}

function Run({ run }: { readonly run: RecipeRun }) {
  const { goOn } = useRecipes.getState();
  const { results, count, createdAt } = run;
  const needy = results.filter(({ needs }) => needs.length > 0).length;
  const time = new Date(createdAt).toLocaleString('en-GB', {
    dateStyle: 'medium',
    timeStyle: 'short',
  });
  return (
    <div className="mt-1 grid gap-1">
      <p className="text-[11.5px] text-faint">
        {time} · {results.length} of {count}
        {needy > 0 && ` · ${needy} need${needy === 1 ? 's' : ''} a hand`}
      </p>
      {results.length < count && (
        <PlainButton words="Go on with it" onPress={() => void goOn(run.id)} />
      )}
      <ol aria-label="What came of it" className="grid grid-cols-[minmax(0,1fr)] gap-1">
        {needyFirst(results).map(({ source, title, composition, needs }) => (
          <li key={source}>
            <button
              type="button"
              disabled={composition === null}
              onClick={() => openPage(`/c/${composition}/cut`)}
              className="grid w-full cursor-pointer gap-0.5 rounded-md bg-base-200 px-2 py-1.5 text-left text-[12.5px] hover:bg-held disabled:cursor-default"
            >
              <span className="truncate">{title}</span>
              <span className="text-[11.5px] text-faint">
                {needs.length > 0 ? `Needs a hand: ${needs.join('; ')}` : 'As it should be'}
              </span>
            </button>
          </li>
        ))}
      </ol>
    </div>
  );
}
