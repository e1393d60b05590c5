import {
  IconCopy,
  IconFolderOpen,
  IconMoon,
  IconPencil,
  IconSun,
  IconTrash,
} from '@tabler/icons-react';
import { useCallback, useEffect, useState } from 'react';
import { Link } from 'react-router';
import { flush } from '../bench/autosave';
import { tellProblem, useNotices } from '../bench/notice-store';
import { openPage } from '../bench/page-navigation';
import { useSettings } from '../bench/settings-store';
import { useShelf } from '../bench/shelf-store';
import { IconButton } from '../controls/IconButton';
import { PlainButton } from '../controls/PlainButton';
import { SizeFields } from '../controls/SizeFields';
import { JobLine } from '../frame/JobLine';
import { wordsOf } from '../link/problem';
import { address, type CompositionSummary, server } from '../link/server';
import { chooseFiles } from '../shelf/choose-files';
import { compositionFromSource } from '../shelf/composition-from-source';
import { chooseArchive } from '../shelf/open-archive';
import { useFileIntake } from '../shelf/use-file-intake';
import { renameSaved } from './rename-saved';

/** Sizes that posters and screens are often made in. */
const SIZES = [
  { words: 'Landscape 3:2', width: 1800, height: 1200 },
  { words: 'Portrait 2:3', width: 1200, height: 1800 },
  { words: 'Poster, 24 MP', width: 4000, height: 6000 },
] as const;

/** All compositions, and ways to begin one. */
export function StartPage() {
  const [compositions, setCompositions] = useState<readonly CompositionSummary[] | null>(null);
  const { theme, setTheme } = useSettings();
  useFileIntake();
  const load = useCallback(async () => {
    try {
      // The list should show what the bench was left with.
      await flush();
      setCompositions(await server.compositions());
      await useShelf.getState().load();
    } catch (error) {
      tellProblem(wordsOf(error));
    }
  }, []);
  useEffect(() => {
    void load();
  }, [load]);
  return (
    <main className="h-dvh overflow-y-auto">
      <div className="mx-auto grid max-w-[1180px] gap-7 px-8 py-6">
        <header className="flex items-center gap-3">
          <img src="/mark.svg" alt="" className="w-9" />
          <h1 className="font-semibold text-[20px]">Diplex</h1>
          <div className="ml-auto text-[12px]">
            <JobLine />
          </div>
          <IconButton
            icon={theme === 'dim' ? IconSun : IconMoon}
            words={theme === 'dim' ? 'Bright room' : 'Dim room'}
            onPress={() => setTheme(theme === 'dim' ? 'bright' : 'dim')}
          />
        </header>
        <section aria-label="Compositions">
          <div className="mb-3 flex items-center gap-3">
            <h2 className="font-semibold text-[15px]">Compositions</h2>
            <PlainButton
              icon={IconFolderOpen}
              words="Open a file"
              hint="A Diplex archive (.diplex) or OpenRaster (.ora), as a new composition; it can be dropped here, too"
              onPress={chooseArchive}
            />
          </div>
          {compositions?.length === 0 && (
            <p className="text-quiet">None yet. Begin one below, from a size or from a source.</p>
          )}
          <ul className="grid grid-cols-3 gap-5">
            {compositions?.map((each) => (
              <CompositionCard key={each.id} composition={each} onChanged={load} />
            ))}
          </ul>
        </section>
        <NewFromSize />
        <NewFromSource />
      </div>
    </main>
  );
}

interface CardProps {
  readonly composition: CompositionSummary;
  readonly onChanged: () => Promise<void>;
}

function CompositionCard({ composition, onChanged }: CardProps) {
  const { id, title, revision, width, height, layers, updatedAt } = composition;
  const [naming, setNaming] = useState<string | null>(null);
  const attempt = async (work: () => Promise<unknown>) => {
    try {
      await work();
    } catch (error) {
      tellProblem(wordsOf(error));
    }
    await onChanged();
  };
  const remove = () =>
    attempt(async () => {
      await server.deleteComposition(id, revision);
      useNotices.getState().tell({
        ...{ kind: 'information', words: `${title} was deleted.` },
        action: {
          words: 'Undo',
          run: () => void attempt(() => server.restoreComposition(id, revision)),
        },
      });
    });
  const rename = () => {
    const next = naming?.trim();
    setNaming(null);
    if (next && next !== title) void attempt(() => renameSaved(id, next));
  };
  const changed = new Date(updatedAt).toLocaleString('en-GB', {
    dateStyle: 'medium',
    timeStyle: 'short',
  });
  return (
    <li
      className="overflow-hidden rounded-box border border-line bg-base-100"
      data-testid="composition"
    >
      <Link to={`/c/${id}/arrange`} className="checks block" aria-label={`Open ${title}`}>
        <img
          src={address.compositionThumbnail(id, revision)}
          alt=""
          className="h-[220px] w-full object-contain"
        />
      </Link>
      <div className="flex items-center gap-1 px-3 py-2">
        <div className="min-w-0 flex-1">
          {naming === null ? (
            <strong className="block truncate font-semibold text-[13.5px]">{title}</strong>
          ) : (
            <input
              ref={(field) => field?.focus()}
              aria-label="New title"
              value={naming}
              maxLength={200}
              onChange={(event) => setNaming(event.target.value)}
              onBlur={rename}
              onKeyDown={(event) => {
                if (event.key === 'Enter') rename();
                if (event.key === 'Escape') setNaming(null);
              }}
              className="w-full rounded bg-base-200 px-1"
            />
          )}
          <small className="text-[11.5px] text-faint">
            {width} × {height} · {layers} layer{layers === 1 ? '' : 's'} · {changed}
          </small>
        </div>
        <IconButton
          small
          icon={IconPencil}
          words={`Rename ${title}`}
          onPress={() => setNaming(title)}
        />
        <IconButton
          small
          icon={IconCopy}
          words={`Duplicate ${title}`}
          onPress={() => void attempt(() => server.copyComposition(id))}
        />
        <IconButton
          small
          icon={IconTrash}
          words={`Delete ${title}`}
          onPress={() => void remove()}
        />
      </div>
    </li>
  );
}

function NewFromSize() {
  const [title, setTitle] = useState('Untitled');
  const [size, setSize] = useState<{ width: number; height: number }>({
    width: 1800,
    height: 1200,
  });
  const begin = async () => {
    try {
      const { id } = await server.newComposition(title.trim() || 'Untitled', size);
      openPage(`/c/${id}/gather`);
    } catch (error) {
      tellProblem(wordsOf(error));
    }
  };
  return (
    <section aria-label="New from a size">
      <h2 className="mb-3 font-semibold text-[15px]">New from a size</h2>
      <form
        className="flex flex-wrap items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void begin();
        }}
      >
        <label className="grid gap-1 text-[12px] text-quiet">
          Title
          <input
            value={title}
            maxLength={200}
            onChange={(event) => setTitle(event.target.value)}
            className="input input-sm w-56 bg-base-100"
          />
        </label>
        <SizeFields size={size} onSize={setSize} />
        {SIZES.map(({ words, width, height }) => (
          <button
            key={words}
            type="button"
            className="btn btn-sm btn-secondary"
            onClick={() => setSize({ width, height })}
          >
            {words}
          </button>
        ))}
        <button type="submit" className="btn btn-sm btn-primary">
          Begin
        </button>
      </form>
    </section>
  );
}

function NewFromSource() {
  const sources = useShelf((state) => state.sources);
  return (
    <section aria-label="New from a source">
      <h2 className="mb-3 flex items-center gap-3 font-semibold text-[15px]">
        New from a source
        <button type="button" className="btn btn-xs btn-secondary" onClick={chooseFiles}>
          Bring photographs in
        </button>
      </h2>
      {sources.length === 0 && (
        <p className="text-quiet">The shelf is empty. Drop photographs anywhere on this page.</p>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(128px,1fr))] gap-3">
        {sources.map((source) => (
          <li key={source.hash}>
            <button
              type="button"
              title={`New composition of ${source.width} × ${source.height} from ${source.name}`}
              onClick={() => void compositionFromSource(source)}
              className="w-full cursor-pointer rounded-lg bg-base-100 p-1.5 text-left hover:bg-held"
            >
              <img
                src={address.sourceThumbnail(source.hash)}
                alt=""
                loading="lazy"
                className="h-[84px] w-full rounded object-cover"
              />
              <span className="mt-1 block truncate text-[12px]">{source.title}</span>
              <span className="text-[11px] text-faint">
                {source.width} × {source.height}
              </span>
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
