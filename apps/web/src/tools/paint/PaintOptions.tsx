import type { Brush } from '@diplex/core';
import { GRADIENT_WAYS } from '@diplex/document';
import { PATCH_SIDES } from '../../bench/take-colour';
import { Choice } from '../../controls/Choice';
import { ColourField } from '../../controls/ColourField';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { StrokeAmounts } from '../strokes/StrokeAmounts';
import { PAINT_WAYS, usePainting } from './settings';

const HINTS = {
  paint: 'I turns round; the second button takes off',
  'take off': 'What was laid on this layer; nothing behind it changes',
  fill: 'All that is like the colour that is pressed',
  gradient: 'From where a drag begins to where it ends, over the canvas or the area',
} as const;

/** The colour in hand, and what the next stroke does with it. */
export function PaintOptions() {
  const { brush, way, colour, takes, patch, set } = usePainting();
  const change = (next: Partial<Brush>) => set({ brush: { ...brush, ...next } });
  return (
    <>
      <Choice
        label="Stroke"
        value={way}
        options={PAINT_WAYS.map((value) => ({ value, words: value, hint: HINTS[value] }))}
        onChoose={(value) => set({ way: value })}
      />
      <ColourField
        label="Colour of the brush"
        value={colour}
        onSet={(value) => set({ colour: { ...value, alpha: 1 } })}
      />
      <label
        title="The next press takes a colour of the picture (B)"
        className="flex h-7 items-center gap-1.5 text-[12px] text-quiet"
      >
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={takes}
          onChange={(event) => set({ takes: event.target.checked })}
        />
        Take a colour
      </label>
      <Pick
        label="Of a patch of"
        value={String(patch)}
        options={PATCH_SIDES.map((side) => ({ value: String(side), words: `${side} px` }))}
        onChoose={(value) =>
          set({ patch: PATCH_SIDES.find((side) => String(side) === value) ?? 1 })
        }
      />
      {way === 'fill' && <FillOptions />}
      {way === 'gradient' && <GradientOptions />}
      {(way === 'paint' || way === 'take off') && (
        <StrokeAmounts brush={brush} shown="first" onSet={change} />
      )}
    </>
  );
}

/** What counts as alike. */
function FillOptions() {
  const { range, spread, set } = usePainting();
  return (
    <>
      <Choice
        label="What is alike"
        value={spread}
        options={[
          { value: 'touching', words: 'touching' },
          { value: 'everywhere', words: 'everywhere' },
        ]}
        onChoose={(value) => set({ spread: value })}
      />
      <LikenessAmount
        layout="stack"
        label="Range"
        value={range}
        onTry={(value) => set({ range: value })}
        onSet={(value) => set({ range: value })}
      />
    </>
  );
}

/** How a gradient goes, and in what it ends. */
function GradientOptions() {
  const { goes, ends, end, set } = usePainting();
  return (
    <>
      <Choice
        label="It goes"
        value={goes}
        options={GRADIENT_WAYS.map((value) => ({ value, words: value }))}
        onChoose={(value) => set({ goes: value })}
      />
      <Choice
        label="It ends in"
        value={ends}
        options={[
          { value: 'nothing', words: 'ends in nothing' },
          { value: 'colour', words: 'in a colour' },
        ]}
        onChoose={(value) => set({ ends: value })}
      />
      {ends === 'colour' && (
        <ColourField
          label="Colour at its end"
          value={end}
          onSet={(value) => set({ end: { ...value, alpha: 1 } })}
        />
      )}
    </>
  );
}
