import { type BorrowPlace, borrowColoursNeeds, borrowTextureNeeds } from '@diplex/core';
import { changeStep, layerById } from '@diplex/document';
import type { JobOptions } from '@diplex/engine';
import { setStepValues } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import type { Source } from '../link/server';
import { inJob } from '../picks/run-pick';
import { photoAlone } from '../shelf/photo-alone';

type BorrowAsk = Omit<BorrowPlace, 'composition' | 'model'> & {
  readonly composition: number;
  readonly model: number;
};

/** What a kind of step borrows, and how it is worked out. */
interface Borrowing {
  /** What it borrows. */
  readonly words: string;
  readonly needs: typeof borrowColoursNeeds;
  /** The values that come of it. */
  run(ask: BorrowAsk, options: JobOptions): Promise<Readonly<Record<string, unknown>>>;
  /** What is wrong where there is nothing to go by. */
  readonly missing: string;
}

export const BORROWINGS: Readonly<Record<string, Borrowing>> = {
  'borrowed-colours': {
    words: 'colours',
    needs: borrowColoursNeeds,
    run: async (ask, options) => ({
      table: await pageEngine().run('borrow-colours', ask, options),
    }),
    missing: 'Nothing of the layer shows, so that it has no colours to be changed.',
  },
  'borrowed-texture': {
    words: 'texture',
    needs: borrowTextureNeeds,
    run: async (ask, options) => ({
      bands: await pageEngine().run('borrow-texture', ask, options),
    }),
    missing: 'Too little of the layer shows for its texture to be told. Show more of it first.',
  },
};

/** Gives the step whose row is open what it borrows of a photograph. */
export function borrowFrom(source: Source): void {
  const { layer, openStep: step } = useHand.getState();
  const { composition } = useComposition.getState();
  const kind = layerById(composition, layer ?? '')?.steps.find(({ id }) => id === step)?.kind;
  const borrowing = BORROWINGS[kind ?? ''];
  if (!layer || !step || !borrowing) return;
  const { words, needs, run, missing } = borrowing;
  const work = inJob(`Borrowing the ${words} of ${source.title}`, async (signal) => {
    const model = photoAlone(source);
    const { sources, painted } = needs({ composition, layer, step, model });
    const letGo = await pageSupply().bring(sources, painted);
    try {
      const ask = {
        layer,
        step,
        composition: compositionKey(composition),
        model: compositionKey(model),
      };
      const values = await run(ask, { priority: 5, signal });
      const state = useComposition.getState();
      if (signal.aborted || !layerById(state.composition, layer)) return;
      const said = `${words[0]?.toUpperCase()}${words.slice(1)}`;
      const name = `${said} of ${source.title}`.slice(0, 200);
      state.performAll(name, (doing) => {
        doing(setStepValues, { layer, step, values });
        doing(changeStep, { layer, step, change: { name } });
      });
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      tellProblem(missing);
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
