import { layerById } from '@diplex/document';
import { definitionOf } from '@diplex/steps';
import { useComposition } from '../bench/composition-store';
import type { ColourWanted } from '../bench/hand-store';

/** What the next press on the picture gives a step. */
export function ColourSentence({ wanted }: { readonly wanted: ColourWanted }) {
  const composition = useComposition((state) => state.composition);
  const steps = layerById(composition, wanted.layer)?.steps ?? [];
  const step = steps.find(({ id }) => id === wanted.step);
  const pick = step && definitionOf(step.kind).picks?.[wanted.pick];
  if (!step || !pick) return null;
  return (
    <>
      <b>{step.name}</b>: press on {pick.asks}, or drag over it; Shift goes on taking, Escape
      leaves.
    </>
  );
}
