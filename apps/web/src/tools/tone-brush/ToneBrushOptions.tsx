import type { Brush } from '@diplex/core';
import { Choice } from '../../controls/Choice';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { RadiusAmount } from '../../controls/RadiusAmount';
import { ShareAmount } from '../../controls/ShareAmount';
import { PRESSURE } from '../strokes/pressure';
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
  const share = (label: string, key: 'softness' | 'strength' | 'flow', least: number) => (
    <ShareAmount
      layout="stack"
      label={label}
      value={brush[key]}
      least={least / 100}
      onTry={(value) => set({ [key]: value })}
      onSet={(value) => set({ [key]: value })}
    />
  );
  return (
    <>
      <Choice
        label="Brush"
        value={!against && way === 'restores' ? 'undoes' : way}
        options={ways}
        onChoose={(next) => setBrush({ way: next })}
      />
      <RadiusAmount radius={brush.radius} from={1} to={2000} onSet={(radius) => set({ radius })} />
      {share('Softness', 'softness', 0)}
      {share('Flow', 'flow', 1)}
      {share('Strength', 'strength', 1)}
      <Pick
        label="Pen pressure"
        value={brush.pressure}
        options={PRESSURE}
        onChoose={(pressure) => set({ pressure })}
      />
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
