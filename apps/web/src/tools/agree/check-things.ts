import { agreementReading, canAgree } from '@diplex/core';
import {
  type Composition,
  isGroup,
  type Layer,
  layerById,
  shadowsOf,
  standingOf,
} from '@diplex/document';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { tellProblem } from '../../bench/notice-store';
import { trackWork } from '../../bench/pending-work';
import { takeLayer } from '../../bench/take-layer';
import { inJob } from '../../picks/run-pick';
import { edgeChecked } from '../edge-check';
import { measured, PLAIN_SIDES } from './agree-side';
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

/** A weaker halo is not told of. */
const LEAST_HALO = 1.5;

/** A halo as strong as this, in hundredths of lightness, is as bad as floating. */
const WORST_HALO = 12;

/** How much a thing agrees, less where it floats, has a halo or stands at another height: that is seen at once. */
function worth({ reading, floats, halo, eyeOff }: CheckedThing): number {
  const lost = (floats ? 0.2 : 0) + (eyeOff === 0 ? 0 : 0.15);
  return reading.share - lost - 0.2 * Math.min(1, halo / WORST_HALO);
}

/** An eye level that is less off agrees, as a share of the height of the canvas. */
const LEAST_OFF = 0.01;

/** By how many pixels a thing's own eye level lies below the scene's horizon (above it below 0); 0 where that is near. */
export function eyeLevelOff(composition: Composition, layer: Layer): number {
  const { off } = standingOf(composition, layer) ?? { off: 0 };
  return Math.abs(off) < LEAST_OFF * composition.canvas.height ? 0 : Math.round(off);
}

/** Compares one pasted thing with its scene; null where too little of either is seen, or when it was stopped. */
export async function checkedThing(
  composition: Composition,
  thing: Layer,
  signal: AbortSignal,
): Promise<CheckedThing | null> {
  const { id } = thing;
  const found = await measured(composition, id, PLAIN_SIDES, 'all');
  if (signal.aborted || found.scene.seen === 0 || found.subject.seen === 0) return null;
  const floats = found.silhouette?.stands === 'ground' && shadowsOf(composition, id).length === 0;
  const edge = await edgeChecked(composition, id, { kind: 'composition' }, { signal });
  const [worst] = edge.worst;
  const strongest = Math.max(Math.abs(edge.halo), Math.abs(worst?.halo ?? 0) / 2);
  const halo = strongest < LEAST_HALO ? 0 : strongest;
  const eyeOff = eyeLevelOff(composition, thing);
  const haloAt = halo > 0 && worst ? { x: worst.x, y: worst.y } : null;
  return { layer: id, reading: agreementReading(found), floats, halo, haloAt, eyeOff };
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
    for (const [i, thing] of things.entries()) {
      const found = await checkedThing(composition, thing, signal);
      if (signal.aborted) return;
      progress((i + 1) / things.length);
      if (found) checked.push(found);
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
  takeLayer(ids[next] as string);
}
