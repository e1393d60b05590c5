import type { Brush } from '@diplex/core';
import { Choice } from '../../controls/Choice';
import { StrokeAmounts } from '../strokes/StrokeAmounts';
import { useBrush } from './settings';

/** What the brush does at every stroke. */
export function BrushOptions() {
  const { brush, brushOn, set: setBrush } = useBrush();
  const [gives, takes] = brushOn === 'fringe' ? ['clean', 'leave'] : ['show', 'hide'];
  const set = (change: Partial<Brush>) => setBrush({ brush: { ...brush, ...change } });
  return (
    <>
      {!brush.edge && !brush.work && (
        <Choice
          label="Brush"
          value={brush.value > 0 ? 'show' : 'hide'}
          options={[
            { value: 'show', words: gives, hint: 'I turns round' },
            { value: 'hide', words: takes, hint: 'I turns round' },
          ]}
          onChoose={(way) => set({ value: way === 'show' ? 1 : 0 })}
        />
      )}
      <StrokeAmounts brush={brush} onSet={set} />
    </>
  );
}
