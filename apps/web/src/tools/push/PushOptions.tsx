import type { Brush } from '@diplex/core';
import { Choice } from '../../controls/Choice';
import { StrokeAmounts } from '../strokes/StrokeAmounts';
import { CHOSEN_WAYS, usePushing } from './settings';

const HINTS = {
  drag: 'Takes what is under the brush along; the second button restores',
  swell: 'Makes it larger from the middle; the second button shrinks',
  shrink: 'Draws it together; the second button swells',
  twirl: 'Turns it clockwise; the second button turns it back',
  smooth: 'Evens out what was pushed; the second button restores',
  restore: 'Brings back what there was; the second button smooths',
} as const;

/** What the brush does to the pixels under it. */
export function PushOptions() {
  const { brush, way, on, set } = usePushing();
  const change = (next: Partial<Brush>) => set({ brush: { ...brush, ...next } });
  return (
    <>
      <Choice
        label="Brush"
        value={way}
        options={CHOSEN_WAYS.map((value) => ({ value, words: value, hint: HINTS[value] }))}
        onChoose={(value) => set({ way: value })}
      />
      <Choice
        label="Pushes"
        value={on}
        options={[
          { value: 'layer', words: 'layer', hint: 'With its mask' },
          { value: 'mask', words: 'mask alone' },
        ]}
        onChoose={(value) => set({ on: value })}
      />
      <StrokeAmounts brush={brush} shown="first" onSet={change} />
    </>
  );
}
