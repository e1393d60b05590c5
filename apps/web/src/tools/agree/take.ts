import {
  type Agreement,
  type AgreementRow,
  byExample,
  proposalsOf,
  withAllTaken,
  withProposals,
} from '@diplex/core';
import { addLayer, type Layer, layerById, type Step, setChain } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { takeColour } from '../../bench/take-colour';
import { inJob } from '../../picks/run-pick';
import { type AgreeSide, measuredWith, sideOf } from './agree-side';
import { useAgree } from './settings';

/** A patch of an example has this side, in composition pixels. */
const PATCH = 15;

/** Gives the side that is changed its new chain, in one step of the history. */
function lay({ target, added }: AgreeSide, steps: readonly Step[], said: string): void {
  const { perform } = useComposition.getState();
  if (added) perform(addLayer, { ...added, layer: { ...added.layer, steps } });
  else perform(setChain, { layer: target.id, steps, said });
}

/** The side of a layer as it is now; null where it is gone or locked, which is told. */
function sideNow(id: string): AgreeSide | null {
  const { composition } = useComposition.getState();
  const layer = layerById(composition, id);
  if (!layer) return null;
  const side = sideOf(composition, layer, useAgree.getState().brings);
  if (!side.target.locked) return side;
  tellProblem(`${side.target.name} is locked. Unlock it to make it agree.`);
  return null;
}

/** Takes what one row proposes. */
export function takeRow(layer: string, row: AgreementRow, agreement: Agreement): void {
  const side = sideNow(layer);
  if (!side) return;
  const proposals = proposalsOf(agreement, [row], useAgree.getState().share);
  const steps = withProposals(side.target.steps, proposals);
  lay(side, steps, `${row.words} agreed with the ${other()}`);
}

function other(): string {
  return useAgree.getState().brings === 'thing' ? 'scene' : 'thing';
}

/** Takes what all rows propose, one round after the other; it can be stopped. */
export function takeAll(layer: Layer): void {
  const { share, ...sides } = useAgree.getState();
  const work = inJob(`Making ${layer.name} agree`, async (signal, progress) => {
    const side = sideNow(layer.id);
    if (!side) return;
    const measure = measuredWith(side, layer.id, sides, signal);
    let done = 0;
    const steps = await withAllTaken(side.target.steps, share, async (chain, depth) => {
      const found = await measure(chain, depth);
      done += 1;
      progress(done / 5);
      return found;
    });
    const now = sideNow(layer.id);
    if (!now) return;
    // A new glass has no steps that could have changed; it goes where the thing is by now.
    if (!side.added && now.target.steps !== side.target.steps) {
      return tellProblem(`The chain of ${side.target.name} changed meanwhile. Take all once more.`);
    }
    lay(now, steps, `Agreed with the ${other()}`);
  });
  trackWork(work);
}

/** Takes what makes the two patches that were pointed out look alike. */
export function takeExample(layer: string): void {
  const { example, brings, share } = useAgree.getState();
  const [own, its] =
    brings === 'thing' ? [example.thing, example.scene] : [example.scene, example.thing];
  if (!own || !its) return;
  const work = inJob('Comparing the patches', async () => {
    const colours = await Promise.all([takeColour(own, PATCH), takeColour(its, PATCH)]);
    const [from, to] = colours.map((c) => c && ([c.r / 255, c.g / 255, c.b / 255] as const));
    const side = sideNow(layer);
    if (!side) return;
    const proposals = from && to ? byExample(from, to) : null;
    if (!proposals) {
      return tellProblem('A patch is too dark to tell its colour. Point out lighter ones.');
    }
    const shared = proposals.map(({ kind, values }) => ({
      kind,
      values: Object.fromEntries(
        Object.entries(values).map(([name, value]) => [name, Number(value) * share]),
      ),
    }));
    lay(side, withProposals(side.target.steps, shared), 'Agreed by example');
  });
  trackWork(work);
}
