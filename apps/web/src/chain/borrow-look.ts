import { borrowNeeds } from '@diplex/core';
import {
  type Composition,
  changeStep,
  laidOut,
  layerById,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { setStepValues } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../bench/engine';
import { useHand } from '../bench/hand-store';
import { tellProblem } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import type { Source } from '../link/server';
import { inJob } from '../picks/run-pick';

/** A photograph alone. */
function aloneOf({ hash, title, width, height }: Source): Composition {
  const size = { width, height };
  const content = { kind: 'photo' as const, source: hash, size };
  const layer = plainLayer('model', title, content, placedAt({ x: width / 2, y: height / 2 }));
  return laidOut(newComposition(title, size), [layer]);
}

/** Gives the colour table whose row is open the colours of a photograph. */
export function borrowColoursOf(source: Source): void {
  const { layer, openStep: step } = useHand.getState();
  if (!layer || !step) return;
  const work = inJob(`Borrowing the colours of ${source.title}`, async (signal) => {
    const { composition } = useComposition.getState();
    const model = aloneOf(source);
    const { sources, painted } = borrowNeeds({ composition, layer, step, model });
    const letGo = await pageSupply().bring(sources, painted);
    try {
      const ask = {
        layer,
        step,
        composition: compositionKey(composition),
        model: compositionKey(model),
      };
      const table = await pageEngine().run('borrow-colours', ask, { priority: 5, signal });
      const state = useComposition.getState();
      if (signal.aborted || !layerById(state.composition, layer)) return;
      const name = `Colours of ${source.title}`.slice(0, 200);
      state.performAll(name, (doing) => {
        doing(setStepValues, { layer, step, values: { table } });
        doing(changeStep, { layer, step, change: { name } });
      });
    } catch (error) {
      if (!(error instanceof RangeError)) throw error;
      tellProblem('Nothing of the layer shows, so that it has no colours to be changed.');
    } finally {
      letGo();
    }
  });
  trackWork(work);
}
