import type { Layer } from '@diplex/document';
import {
  IconBookmark,
  IconBookmarkOff,
  IconFileExport,
  IconFileImport,
  IconPlus,
} from '@tabler/icons-react';
import { useRef } from 'react';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { counted } from '../controls/counted';
import { giveFile } from '../controls/give-file';
import { IconButton } from '../controls/IconButton';
import { PlainButton } from '../controls/PlainButton';
import { LookRefused, readLook, writeLook } from './look-file';
import { keptSteps, layKeptSteps } from './step-commands';
import { useStepShelf } from './step-shelf';

/** Steps that were kept by name: the open one, or the whole chain, goes there. */
export function StepShelf({ layer }: { readonly layer: Layer }) {
  const { kept, keep, drop } = useStepShelf();
  const open = useHand((state) => layer.steps.find(({ id }) => id === state.openStep));
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
              icon={IconFileExport}
              words={`Write ${each.name} as a file`}
              onPress={() => giveFile(`${each.name}.look.json`, writeLook(each))}
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
      <LookFile />
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

/** Puts steps on the shelf that came as a file. */
function LookFile() {
  const input = useRef<HTMLInputElement>(null);
  const read = async (file: File) => {
    try {
      useStepShelf.getState().keep(readLook(await file.text()));
    } catch (error) {
      if (!(error instanceof LookRefused)) throw error;
      tellProblem(`${file.name} could not be read. ${error.message}`);
    }
  };
  return (
    <div className="mt-1">
      <PlainButton
        icon={IconFileImport}
        words="Open a look"
        hint="Puts steps on the shelf that were written as a file"
        onPress={() => input.current?.click()}
      />
      <input
        ref={input}
        type="file"
        accept=".json"
        hidden
        data-testid="look-file"
        onChange={(event) => {
          const [file] = event.target.files ?? [];
          event.target.value = '';
          if (file) void read(file);
        }}
      />
    </div>
  );
}
