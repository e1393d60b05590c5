import type { Brush } from '@diplex/core';
import { Choice } from '../../controls/Choice';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { StrokeAmounts } from '../strokes/StrokeAmounts';
import { type ToneWay, useToneBrush } from './settings';
import { brushedBy } from './tone-brush';

/** How far from the colour under its centre a brush that sticks to colour goes at first (OKLab distance). */
const RANGE = 0.12;

/** What a brush on tone does at every stroke. */
export function ToneBrushOptions({ kind }: { readonly kind: string }) {
  const { brush, way, set: setBrush } = useToneBrush();
  const { does, undoes, against } = brushedBy(kind);
  const set = (change: Partial<Brush>) => setBrush({ brush: { ...brush, ...change } });
  const ways: { value: ToneWay; words: string; hint?: string }[] = [
    { value: 'does', words: does, hint: 'I turns round; the second button does the opposite' },
    { value: 'undoes', words: undoes, hint: 'I turns round' },
  ];
  if (against)
    ways.push({ value: 'restores', words: 'Restore', hint: 'Brings back what there was' });
  return (
    <>
      <Choice
        label="Brush"
        value={!against && way === 'restores' ? 'undoes' : way}
        options={ways}
        onChoose={(next) => setBrush({ way: next })}
      />
      <StrokeAmounts brush={brush} onSet={set} />
      <label className="flex h-[26px] items-center gap-1.5 text-[12px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={Boolean(brush.stick)}
          onChange={(event) => set({ stick: event.target.checked ? { range: RANGE } : null })}
        />
        Stick to colour
      </label>
      {brush.stick && (
        <LikenessAmount
          layout="stack"
          label="Range"
          value={brush.stick.range}
          onTry={(range) => set({ stick: { range } })}
          onSet={(range) => set({ stick: { range } })}
        />
      )}
    </>
  );
}
