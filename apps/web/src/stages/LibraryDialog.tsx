import { IconCheck, IconSearch, IconX } from '@tabler/icons-react';
import { useEffect, useId, useState } from 'react';
import { useShelf } from '../bench/shelf-store';
import { counted } from '../controls/counted';
import { Dialog } from '../controls/Dialog';
import { wordsOf } from '../link/problem';
import {
  address,
  LICENCE_USES,
  type Library,
  type LibraryItem,
  type LicenceUse,
  server,
} from '../link/server';

/** What a licence must allow, in words. */
const USES: Readonly<Record<LicenceUse, string>> = {
  use: 'may be shown',
  change: 'may be changed',
  sell: 'may be sold',
};

/** How long typing may pause before it is looked for, in milliseconds. */
const PAUSE = 250;

/** What was found, or why nothing could be. */
type Found =
  | { readonly kind: 'asking' }
  | { readonly kind: 'found'; readonly items: readonly LibraryItem[] }
  | { readonly kind: 'failed'; readonly words: string };

/** Elements of a library outside: looked for by words and by what may be done with them, and brought to the shelf. */
export function LibraryDialog({ onClose }: { readonly onClose: () => void }) {
  const [words, setWords] = useState('');
  const [may, setMay] = useState<readonly LicenceUse[]>(LICENCE_USES);
  const [found, setFound] = useState<Found>({ kind: 'asking' });
  const [chosen, setChosen] = useState<string | null>(null);
  const [library, setLibrary] = useState<Library | null>(null);
  useEffect(() => {
    server.library().then(setLibrary, () => undefined);
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another address is asked anew
  useEffect(() => {
    let left = false;
    const put = (what: Found) => {
      if (!left) setFound(what);
    };
    const timer = setTimeout(() => {
      server
        .libraryItems(words, may)
        .then((items) => put({ kind: 'found', items }))
        .catch((error: unknown) => put({ kind: 'failed', words: wordsOf(error) }));
    }, PAUSE);
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [words, may, library?.address]);
  const turn = (use: LicenceUse) =>
    setMay(may.includes(use) ? may.filter((each) => each !== use) : [...may, use]);
  const items = found.kind === 'found' ? found.items : [];
  const item = items.find(({ id }) => id === chosen);
  return (
    <Dialog title={library?.name ?? 'Library'} onClose={onClose} wide>
      <search className="flex flex-wrap items-end gap-3 pb-3">
        <label className="grid min-w-[190px] flex-1 gap-0.5 text-[11.5px] text-faint">
          Search
          <span className="flex h-7 items-center gap-1.5 rounded-md bg-base-200 px-2">
            <IconSearch size={14} aria-hidden />
            <input
              type="search"
              data-begins
              value={words}
              placeholder="snow, fire, sky"
              onChange={(event) => setWords(event.target.value)}
              className="w-full select-text bg-transparent text-[12.5px] text-base-content"
            />
          </span>
        </label>
        <fieldset className="flex gap-3 pb-1 text-[12px] text-quiet">
          <legend className="sr-only">What its licence must allow</legend>
          {LICENCE_USES.map((use) => (
            <label key={use} className="flex items-center gap-1.5">
              <input
                type="checkbox"
                className="checkbox checkbox-xs checkbox-primary"
                checked={may.includes(use)}
                onChange={() => turn(use)}
              />
              {USES[use]}
            </label>
          ))}
        </fieldset>
        {found.kind === 'found' && (
          <output className="pb-1 text-[11.5px] text-faint">
            {counted(items.length, 'element')}
          </output>
        )}
      </search>
      {found.kind === 'failed' && (
        <p role="alert" className="pb-3 text-[12.5px] text-warning">
          {found.words}
        </p>
      )}
      <div className="grid grid-cols-[1fr_230px] gap-4">
        <ul className="grid content-start grid-cols-3 gap-3" aria-label="Elements">
          {items.map((each) => (
            <li key={each.id}>
              <button
                type="button"
                aria-pressed={each.id === chosen}
                onClick={() => setChosen(each.id)}
                className="w-full cursor-pointer rounded-md p-1 text-left hover:bg-held aria-pressed:bg-held"
              >
                <img
                  src={address.libraryPreview(each.id)}
                  alt=""
                  loading="lazy"
                  className="h-[92px] w-full rounded object-cover"
                />
                <span className="block truncate pt-1 text-[12px]">{each.title}</span>
                <span className="block truncate text-[11px] text-faint">
                  {each.creator} · {each.licence.name}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {item ? (
          <Terms item={item} />
        ) : (
          <p className="text-[12.5px] text-quiet">
            Choose an element to read on which terms it can be had.
          </p>
        )}
      </div>
      {library && <AddressField key={library.address} library={library} onChange={setLibrary} />}
    </Dialog>
  );
}

/** A larger preview of an element, who made it, its licence in full, and the way to the shelf. */
function Terms({ item }: { readonly item: LibraryItem }) {
  const [working, setWorking] = useState(false);
  const { title, creator, licence, width, height } = item;
  const take = async () => {
    setWorking(true);
    await useShelf.getState().takeFromLibrary(item);
    setWorking(false);
  };
  return (
    <section aria-label={title} className="grid content-start gap-2 text-[12.5px]">
      <img
        src={address.libraryPreview(item.id)}
        alt={title}
        className="w-full rounded-md object-contain"
      />
      <h3 className="font-semibold">{title}</h3>
      <p className="text-quiet">
        {creator} · {width} × {height}
      </p>
      <ul className="grid gap-0.5">
        {LICENCE_USES.map((use) => {
          const allowed = licence.allows.includes(use);
          const Mark = allowed ? IconCheck : IconX;
          return (
            <li key={use} className="flex items-center gap-1.5">
              <Mark size={14} aria-hidden className={allowed ? 'text-accent' : 'text-warning'} />
              {allowed ? USES[use] : USES[use].replace('may', 'may not')}
            </li>
          );
        })}
      </ul>
      <p className="select-text text-quiet">
        <b>{licence.name}:</b> {licence.text}
        {licence.credit && ` Credit: ${creator}.`}
      </p>
      <button
        type="button"
        className="btn btn-primary btn-sm"
        disabled={working}
        onClick={() => void take()}
      >
        Bring to the shelf
      </button>
    </section>
  );
}

interface AddressFieldProps {
  readonly library: Library;
  readonly onChange: (library: Library) => void;
}

/** Which library is asked. */
function AddressField({ library, onChange }: AddressFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState(library.address);
  const [wrong, setWrong] = useState('');
  const settle = async () => {
    if (typed === library.address) return;
    try {
      onChange(await server.setLibrary(typed));
    } catch (error) {
      setWrong(wordsOf(error));
    }
  };
  return (
    <div className="mt-4 grid gap-1 border-line border-t pt-3 text-[11.5px] text-faint">
      <label htmlFor={id}>Address of the library</label>
      <input
        id={id}
        type="url"
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => void settle()}
        onKeyDown={(event) => event.key === 'Enter' && void settle()}
        className="w-full select-text rounded-md bg-base-200 px-2 py-1 text-[12.5px] text-base-content"
      />
      {wrong && (
        <p role="alert" className="text-warning">
          {wrong}
        </p>
      )}
    </div>
  );
}
