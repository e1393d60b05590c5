import type { Layer } from '@diplex/document';
import { IconBookmark, IconBookmarkOff, IconPlus } from '@tabler/icons-react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { counted } from '../controls/counted';
import { IconButton } from '../controls/IconButton';
import { keptSteps, layKeptSteps } from './step-commands';
import { useStepShelf } from './step-shelf';

/** Steps that were kept by name: the open one, or the whole chain, goes there. */
export function StepShelf({ layer }: { readonly layer: Layer }) {
  const { kept, keep, drop } = useStepShelf();
  const open = useHand((state) => layer.steps.find(({ id }) => id === state.openStep));
  if (kept.length === 0 && layer.steps.length === 0) return null;
  const keepable = open ? [open] : layer.steps;
  const proposed = open?.name ?? `Chain of ${layer.name}`;
  return (
    <details className="mt-1.5 text-[12.5px]">
      <summary className="flex min-h-6 cursor-pointer items-center text-quiet">
        Shelf of steps
        <span className="ml-auto text-[11.5px] text-faint">{kept.length || ''}</span>
      </summary>
      <ul aria-label="Shelf of steps" className="grid gap-0.5">
        {kept.map((each) => (
          <li key={each.name} className="flex h-[28px] items-center gap-1 text-quiet">
            <IconBookmark size={14} aria-hidden />
            <span className="flex-1 truncate">{each.name}</span>
            <small className="text-[11px] text-faint">{counted(each.steps.length, 'step')}</small>
            <IconButton
              small
              icon={IconPlus}
              words={`Add ${each.name} to the chain`}
              disabled={layer.locked}
              onPress={() => layKeptSteps(layer, each)}
            />
            <IconButton
              small
              icon={IconBookmarkOff}
              words={`Take ${each.name} off the shelf`}
              onPress={() => drop(each.name)}
            />
          </li>
        ))}
      </ul>
      {keepable.length > 0 && (
        <form
          className="mt-1 flex gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            const given = new FormData(event.currentTarget).get('name');
            const name = String(given ?? '').trim() || proposed;
            const { composition } = useComposition.getState();
            keep({ name, ...keptSteps(composition, layer, keepable) });
          }}
        >
          <input
            name="name"
            maxLength={100}
            placeholder={proposed}
            aria-label="Name on the shelf of steps"
            className="h-8 min-w-0 flex-1 rounded-lg bg-base-200 px-2"
          />
          <button
            type="submit"
            className="h-8 cursor-pointer rounded-lg bg-secondary px-2.5 text-[12px] text-secondary-content hover:brightness-110"
          >
            {open ? 'Keep step' : 'Keep chain'}
          </button>
        </form>
      )}
    </details>
  );
}
