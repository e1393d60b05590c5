import type { Brush, Tip } from '@diplex/core';
import { useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { Pick } from '../controls/Pick';
import { Section } from '../frame/Inspector';
import { useShelf } from '../shelf/shelf-store';

/** OKLab distances are shown in hundredths. */
const SHOWN = 100;
/** Sources up to this side are offered as tips. */
const TIP_SIDE = 1024;

const NEW_TIP: Omit<Tip, 'source'> = {
  ...{ angle: 0, spacing: 0.5, scatter: 0, jitter: 0, follows: false },
};

/** What else the brush can do: stick to colour, tips from pictures, smoothing, grey values. */
export function BrushSection() {
  const { brush, smoothing, pickedFrom, take } = useHand();
  const set = (change: Partial<Brush>) => take({ brush: { ...brush, ...change } });
  const { stick } = brush;
  return (
    <Section title="Brush">
      <Amount
        label="Paints"
        value={Math.round(brush.value * 100)}
        min={0}
        max={100}
        step={1}
        unit="%"
        onTry={(value) => set({ value: value / 100 })}
        onSet={(value) => set({ value: value / 100 })}
      />
      <Amount
        label="Smoothing"
        value={Math.round(smoothing * 100)}
        min={0}
        max={100}
        step={1}
        unit="%"
        onTry={(value) => take({ smoothing: value / 100 })}
        onSet={(value) => take({ smoothing: value / 100 })}
      />
      <label className="flex h-[26px] items-center gap-2 text-[12.5px] text-quiet">
        <input
          type="checkbox"
          className="checkbox checkbox-xs checkbox-primary"
          checked={Boolean(stick)}
          onChange={(event) => set({ stick: event.target.checked ? { range: 0.12 } : null })}
        />
        Stick to colour
      </label>
      {stick && (
        <>
          <Amount
            label="Range"
            value={Math.round(stick.range * SHOWN * 10) / 10}
            min={0.5}
            max={60}
            step={0.1}
            unit=""
            curve={2}
            onTry={(range) => set({ stick: { range: range / SHOWN } })}
            onSet={(range) => set({ stick: { range: range / SHOWN } })}
          />
          <Pick
            label="Colours of"
            value={pickedFrom}
            options={[
              { value: 'layer', words: 'this layer' },
              { value: 'composition', words: 'composition' },
            ]}
            onChoose={(from) => take({ pickedFrom: from })}
          />
        </>
      )}
      <TipRows tip={brush.tip ?? null} onSet={(tip) => set({ tip })} />
    </Section>
  );
}

function TipRows({ tip, onSet }: { tip: Tip | null; onSet: (tip: Tip | null) => void }) {
  const sources = useShelf((state) => state.sources);
  const small = sources.filter(({ width, height }) => Math.max(width, height) <= TIP_SIDE);
  const share = (label: string, key: 'spacing' | 'scatter' | 'jitter', most: number) =>
    tip && (
      <Amount
        label={label}
        value={Math.round(tip[key] * 100)}
        min={key === 'spacing' ? 5 : 0}
        max={most}
        step={1}
        unit="%"
        onTry={(value) => onSet({ ...tip, [key]: value / 100 })}
        onSet={(value) => onSet({ ...tip, [key]: value / 100 })}
      />
    );
  return (
    <div className="mt-1">
      <Pick
        label="Tip"
        value={tip?.source ?? 'round'}
        options={[
          { value: 'round', words: 'round' },
          ...small.map(({ hash, title }) => ({ value: hash, words: title })),
        ]}
        onChoose={(source) => onSet(source === 'round' ? null : { ...(tip ?? NEW_TIP), source })}
      />
      {tip && (
        <>
          <Amount
            label="Angle"
            value={tip.angle}
            min={-180}
            max={180}
            step={1}
            unit="°"
            onTry={(angle) => onSet({ ...tip, angle })}
            onSet={(angle) => onSet({ ...tip, angle })}
          />
          {share('Spacing', 'spacing', 400)}
          {share('Scatter', 'scatter', 400)}
          {share('Jitter', 'jitter', 100)}
          <Choice
            label="Turns"
            value={tip.follows ? 'follows' : 'stays'}
            options={[
              { value: 'stays', words: 'keeps its angle' },
              { value: 'follows', words: 'follows the stroke' },
            ]}
            onChoose={(turns) => onSet({ ...tip, follows: turns === 'follows' })}
          />
        </>
      )}
    </div>
  );
}
