import { agreementReading, canAgree } from '@diplex/core';
import { type Composition, isGroup, type Layer, layerById, shadowsOf } from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { inJob } from '../../picks/run-pick';
import { measured } from './agree-side';
import { type CheckedThing, useChecks } from './check-store';

/** What was pasted into a scene: what is cut out and shown, and groups that are. */
export function pastedThings(composition: Composition): Layer[] {
  return Object.values(composition.layers).filter(
    (layer) =>
      layer.shown &&
      layer.maskUse !== null &&
      canAgree(layer) &&
      (isGroup(layer) || 'size' in layer.content),
  );
}

/** How much a thing agrees, less where it floats: a thing without contact is seen at once. */
function worth({ reading, floats }: CheckedThing): number {
  return reading.share - (floats ? 0.2 : 0);
}

/** Compares every pasted thing with its scene, one after the other; it can be stopped. */
export function checkThings(): void {
  const { composition } = useComposition.getState();
  const things = pastedThings(composition);
  if (things.length === 0) {
    return tellProblem('There is nothing to check: no layer is cut out.');
  }
  const work = inJob('Checking all pasted things', async (signal, progress) => {
    const checked: CheckedThing[] = [];
    for (const [i, { id }] of things.entries()) {
      const found = await measured(composition, id, { scene: 'around', brings: 'thing' }, 'all');
      if (signal.aborted) return;
      progress((i + 1) / things.length);
      if (found.scene.seen === 0 || found.subject.seen === 0) continue;
      const floats =
        found.silhouette?.stands === 'ground' && shadowsOf(composition, id).length === 0;
      checked.push({ layer: id, reading: agreementReading(found), floats });
    }
    useChecks
      .getState()
      .take({ of: composition, things: checked.sort((a, b) => worth(a) - worth(b)) });
  });
  trackWork(work);
}

/** Whether there are checked things to step through. */
export function hasChecked(): boolean {
  return useChecks.getState().things.length > 0;
}

/** Takes the next of the checked things in hand, or the one before. */
export function stepThroughChecked(step: 1 | -1): void {
  const { composition } = useComposition.getState();
  const ids = useChecks
    .getState()
    .things.map(({ layer }) => layer)
    .filter((id) => layerById(composition, id));
  if (ids.length === 0) return;
  const at = ids.indexOf(useHand.getState().layer ?? '');
  const next = at < 0 ? (step > 0 ? 0 : ids.length - 1) : (at + step + ids.length) % ids.length;
  useHand.getState().take({ layer: ids[next] ?? null, alsoChosen: [], part: null });
}
