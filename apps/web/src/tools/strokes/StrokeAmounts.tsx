import type { Brush } from '@diplex/core';
import { Pick } from '../../controls/Pick';
import { RadiusAmount } from '../../controls/RadiusAmount';
import { ShareAmount } from '../../controls/ShareAmount';

/** What the pressure of a pen may change. */
export const PRESSURE: readonly { readonly value: Brush['pressure']; readonly words: string }[] = [
  { value: 'none', words: 'none' },
  { value: 'size', words: 'size' },
  { value: 'strength', words: 'strength' },
  { value: 'flow', words: 'flow' },
];

/** The shares of a brush, and the least that each may be. */
const SHARES = [
  { key: 'softness', words: 'Softness', least: 0 },
  { key: 'strength', words: 'Strength', least: 0.01 },
  { key: 'flow', words: 'Flow', least: 0.01 },
] as const;

/** Whether all of it is in the tray, or what is set once and left stands in the inspector: see `StrokeSection`. */
type Shown = 'all' | 'first';

interface StrokeAmountsProps {
  readonly brush: Brush;
  readonly shown?: Shown;
  readonly onSet: (change: Partial<Brush>) => void;
}

/** How a brush lays down its strokes, in the tray. */
export function StrokeAmounts({ brush, shown = 'all', onSet }: StrokeAmountsProps) {
  return (
    <>
      <RadiusAmount
        radius={brush.radius}
        from={1}
        to={2000}
        onSet={(radius) => onSet({ radius })}
      />
      {SHARES.filter(({ key }) => shown === 'all' || key !== 'flow').map(
        ({ key, words, least }) => (
          <ShareAmount
            key={key}
            layout="stack"
            label={words}
            value={brush[key]}
            least={least}
            onTry={(value) => onSet({ [key]: value })}
            onSet={(value) => onSet({ [key]: value })}
          />
        ),
      )}
      {shown === 'all' && (
        <Pick
          label="Pen pressure"
          value={brush.pressure}
          options={PRESSURE}
          onChoose={(pressure) => onSet({ pressure })}
        />
      )}
    </>
  );
}
