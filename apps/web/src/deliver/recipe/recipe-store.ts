import { create } from 'zustand';
import { flush } from '../../bench/autosave';
import { useComposition } from '../../bench/composition-store';
import { tellProblem } from '../../bench/notice-store';
import { followJob, told } from '../../bench/server-jobs';
import {
  type FileRequest,
  type Job,
  type RecipePlacing,
  type RecipeRun,
  server,
} from '../../link/server';

interface Recipes {
  /** The layers whose photographs are swapped; the nearest photograph where there is none of them. */
  readonly layers: readonly string[];
  /** The sources that it is used on, by hash. */
  readonly sources: readonly string[];
  /** How far each is made to agree with the scene, 0..1. */
  readonly agree: number;
  readonly placing: RecipePlacing;
  /** Whether each is delivered as the files that are to be made. */
  readonly delivers: 'nothing' | 'the files';
  /** Runs of the composition, the newest first. */
  readonly runs: readonly RecipeRun[];
  /** The composition that they are of. */
  readonly runsOf: string | null;
  set(
    change: Partial<Pick<Recipes, 'layers' | 'sources' | 'agree' | 'placing' | 'delivers'>>,
  ): void;
  load(): Promise<void>;
  begin(layers: readonly string[], files: readonly FileRequest[]): Promise<void>;
  goOn(run: string): Promise<void>;
}

export const useRecipes = create<Recipes>((set, get) => {
  const follow = (begun: { job: Job } | null) => {
    if (!begun) return;
    void get().load();
    followJob(begun.job, (now) => {
      void get().load();
      if (now.state === 'failed' && now.problem) tellProblem(`${now.label}: ${now.problem}`);
    });
  };
  return {
    ...{ layers: [], sources: [], agree: 0.8, placing: 'as high', delivers: 'nothing' },
    ...{ runs: [], runsOf: null },
    set: (change) => set(change),
    async load() {
      const { id } = useComposition.getState();
      if (!id) return;
      if (get().runsOf !== id) set({ runs: [], runsOf: id });
      const runs = await told(server.recipes(id));
      if (runs && useComposition.getState().id === id) set({ runs });
    },
    async begin(layers, files) {
      await flush();
      const { id, revision, savedState } = useComposition.getState();
      if (!id) return;
      if (savedState.kind !== 'saved') {
        return tellProblem(
          'The composition is not saved, so it cannot be used again yet. See above.',
        );
      }
      const { sources, agree, placing, delivers } = get();
      const made = delivers === 'nothing' ? [] : files;
      const request = { revision, layers, sources, agree, placing, files: made };
      follow(await told(server.beginRecipe(id, request)));
    },
    goOn: async (run) => follow(await told(server.goOnWithRecipe(run))),
  };
});
