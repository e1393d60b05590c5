import { newId } from '@diplex/document';
import { create } from 'zustand';
import { wordsOf } from '../link/problem';
import { bringIn, type LibraryItem, type Source, type SourceChange, server } from '../link/server';
import { useJobs } from './job-store';
import { tellProblem, useNotices } from './notice-store';

interface Shelf {
  readonly sources: readonly Source[];
  readonly loaded: boolean;
  /** The source whose facts are shown. */
  readonly chosen: string | null;
  /** The source that is looked at beside it; null for none. */
  readonly beside: string | null;
  load(): Promise<void>;
  setBeside(hash: string | null): void;
  choose(hash: string): void;
  change(hash: string, change: SourceChange): Promise<void>;
  /** Brings an element of the library to the shelf; null when that was not to be had. */
  takeFromLibrary(item: Pick<LibraryItem, 'id' | 'title'>): Promise<Source | null>;
  /** Takes a source off the shelf that nothing uses, and offers to put it back. */
  takeOff(hash: string): Promise<void>;
  /** Brings files in, two at a time; each is told of by itself. Gives those that are on the shelf. */
  bringIn(files: readonly File[]): Promise<Source[]>;
}

/** Files that are sent at the same time. */
const AT_ONCE = 2;

export const useShelf = create<Shelf>((set, get) => {
  const put = (source: Source) => {
    const others = get().sources.filter((each) => each.hash !== source.hash);
    set({ sources: [source, ...others], chosen: source.hash });
  };

  const bringOne = async (file: File): Promise<Source | null> => {
    const id = newId();
    const stop = new AbortController();
    const show = (progress: number) =>
      useJobs.getState().put({
        ...{ id, progress, secondsLeft: null, stop: () => stop.abort() },
        words: progress < 1 ? `Bringing in ${file.name}` : `Reading ${file.name}`,
      });
    show(0);
    try {
      const result = await bringIn(file, show, stop.signal);
      if (result.problem) tellProblem(result.problem.detail);
      if (result.outcome === 'known') {
        const words = `${file.name} is on the shelf already. It is stored once.`;
        useNotices.getState().tell({ kind: 'information', words });
      }
      if (!result.source) return null;
      if (result.outcome === 'added') {
        const words = `${file.name} is on the shelf.`;
        useNotices.getState().tell({ kind: 'information', words });
      }
      put(result.source);
      return result.source;
    } catch (error) {
      if (!stop.signal.aborted) tellProblem(wordsOf(error));
      return null;
    } finally {
      useJobs.getState().end(id);
    }
  };

  return {
    sources: [],
    loaded: false,
    chosen: null,
    beside: null,
    setBeside: (beside) => set({ beside }),
    async load() {
      const sources = await server.sources();
      set({ sources, loaded: true, chosen: get().chosen ?? sources[0]?.hash ?? null });
    },
    choose: (chosen) => set({ chosen }),
    async change(hash, change) {
      const changed = await server.changeSource(hash, change);
      set({ sources: get().sources.map((each) => (each.hash === hash ? changed : each)) });
    },
    async takeFromLibrary({ id, title }) {
      const job = newId();
      const words = `Bringing in ${title}`;
      const stop = new AbortController();
      const running = { progress: 0, secondsLeft: null, stop: () => stop.abort() };
      useJobs.getState().put({ id: job, words, ...running });
      try {
        const { source, outcome, problem } = await server.takeFromLibrary(id, stop.signal);
        if (problem) tellProblem(problem.detail);
        if (!source) return null;
        const known = outcome === 'known' ? ' was on the shelf already.' : ' is on the shelf.';
        useNotices.getState().tell({ kind: 'information', words: `${source.title}${known}` });
        put(source);
        return source;
      } catch (error) {
        if (!stop.signal.aborted) tellProblem(wordsOf(error));
        return null;
      } finally {
        useJobs.getState().end(job);
      }
    },
    async takeOff(hash) {
      const source = get().sources.find((each) => each.hash === hash);
      if (!source) return;
      try {
        await get().change(hash, { offShelf: true });
        set({ beside: null });
      } catch (error) {
        return tellProblem(wordsOf(error));
      }
      const putBack = async () => {
        await get().change(hash, { offShelf: false });
        set({ chosen: hash });
      };
      useNotices.getState().tell({
        kind: 'information',
        words: `${source.title} is off the shelf.`,
        action: {
          words: 'Put it back',
          run: () => void putBack().catch((error) => tellProblem(wordsOf(error))),
        },
      });
    },
    async bringIn(files) {
      const waiting = [...files];
      const brought: Source[] = [];
      const lane = async () => {
        for (let file = waiting.shift(); file; file = waiting.shift()) {
          const source = await bringOne(file);
          if (source) brought.push(source);
        }
      };
      await Promise.all(Array.from({ length: AT_ONCE }, lane));
      return brought;
    },
  };
});
