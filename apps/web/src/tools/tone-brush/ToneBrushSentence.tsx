import type { Layer } from '@diplex/document';
import { definitionOf } from '@diplex/steps';
import { useComposition } from '../../bench/composition-store';
import { useToneBrush } from './settings';
import { brushedStep } from './step-goal';
import { brushedBy } from './tone-brush';

interface ToneBrushSentenceProps {
  readonly kind: string;
  readonly layer: Layer;
}

/** What the next stroke does, to which step. */
export function ToneBrushSentence({ kind, layer }: ToneBrushSentenceProps) {
  const way = useToneBrush((state) => state.way);
  const area = useComposition((state) => state.composition.area);
  const { does, undoes } = brushedBy(kind);
  const step = brushedStep(layer, kind);
  const said =
    way === 'restores' ? 'Brings back what there was of' : `${way === 'does' ? does : undoes}:`;
  return (
    <>
      {said} <b>{layer.name}</b>, on{' '}
      {step ? <b>{step.name}</b> : <>a new step {definitionOf(kind).words} of its chain</>}
      {area?.inUse && (
        <>
          , <b>inside the area only</b>
        </>
      )}
      . The second button does the opposite.
    </>
  );
}
