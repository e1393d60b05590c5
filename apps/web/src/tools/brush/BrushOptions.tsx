import type { Brush } from '@diplex/core';
import { Choice } from '../../controls/Choice';
import { Pick } from '../../controls/Pick';
import { RadiusAmount } from '../../controls/RadiusAmount';
import { ShareAmount } from '../../controls/ShareAmount';
import { PRESSURE } from '../strokes/pressure';
import { useBrush } from './settings';

/** What the brush does at every stroke. */
export function BrushOptions() {
  const { brush, brushOn, set: setBrush } = useBrush();
  const [gives, takes] = brushOn === 'fringe' ? ['clean', 'leave'] : ['show', 'hide'];
  const set = (change: Partial<Brush>) => setBrush({ brush: { ...brush, ...change } });
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
      <RadiusAmount radius={brush.radius} from={1} to={2000} onSet={(radius) => set({ radius })} />
      {share('Softness', 'softness', 0)}
      {share('Strength', 'strength', 1)}
      {share('Flow', 'flow', 1)}
      <Pick
        label="Pen pressure"
        value={brush.pressure}
        options={PRESSURE}
        onChoose={(pressure) => set({ pressure })}
      />
    </>
  );
}
