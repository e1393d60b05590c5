import type { Composition } from '@diplex/document';
import { create } from 'zustand';
import { wordsOf } from '../link/problem';
import { server, type Version } from '../link/server';
import { flush } from './autosave';
import { useComposition } from './composition-store';
import { tellProblem, useNotices } from './notice-store';

interface Versions {
  /** The newest first. */
  readonly versions: readonly Version[];
  load(): Promise<void>;
  /** Keeps a state under a name; its pixels go before it. */
  keep(name: string, state: Composition): Promise<void>;
  rename(id: string, name: string): Promise<void>;
  remove(version: Version): Promise<void>;
}

/** Says what went wrong instead of throwing it. */
async function attempt(work: () => Promise<void>): Promise<void> {
  try {
    await work();
  } catch (error) {
    tellProblem(wordsOf(error));
  }
}

/** The named states of the open composition, as the server keeps them. */
export const useVersions = create<Versions>((set, get) => ({
  versions: [],
  load: () =>
    attempt(async () => {
      const { id } = useComposition.getState();
      set({ versions: [] });
      if (!id) return;
      const versions = await server.versions(id);
      if (useComposition.getState().id === id) set({ versions });
    }),
  keep: (name, state) =>
    attempt(async () => {
      await flush();
      const { id } = useComposition.getState();
      if (!id) return;
      const made = await server.keepVersion(id, name, state);
      if (useComposition.getState().id === id) set({ versions: [made, ...get().versions] });
    }),
  rename: (id, name) =>
    attempt(async () => {
      const renamed = await server.renameVersion(id, name);
      set({ versions: get().versions.map((each) => (each.id === id ? renamed : each)) });
    }),
  remove: ({ id, name, document }) =>
    attempt(async () => {
      await server.removeVersion(id);
      set({ versions: get().versions.filter((each) => each.id !== id) });
      useNotices.getState().tell({
        ...{ kind: 'information', words: `The version ${name} was taken away.` },
        action: { words: 'Undo', run: () => void get().keep(name, document) },
      });
    }),
}));
