import { type Brush, EDGE_WAYS, type Tip } from '@diplex/core';
import { useHand } from '../bench/hand-store';
import { Amount } from '../controls/Amount';
import { Choice } from '../controls/Choice';
import { LikenessAmount } from '../controls/LikenessAmount';
import { Pick } from '../controls/Pick';
import { ShareAmount } from '../controls/ShareAmount';
import { Section } from '../frame/Inspector';
import { useShelf } from '../shelf/shelf-store';
import { FromChoice } from './FromChoice';

/** Sources up to this side are offered as tips. */
const TIP_SIDE = 1024;

const EDGE_OPTIONS = EDGE_WAYS.map((way) => ({ value: way, words: `${way} the edge` }));

const NEW_TIP: Omit<Tip, 'source'> = {
  ...{ angle: 0, spacing: 0.5, scatter: 0, jitter: 0, follows: false },
};

/** What else the brush can do: stick to colour, tips from pictures, smoothing, grey values. */
export function BrushSection() {
  const { brush, smoothing, take } = useHand();
  const set = (change: Partial<Brush>) => take({ brush: { ...brush, ...change } });
  const { stick } = brush;
  return (
    <Section title="Brush">
      <Pick
        label="Does"
        value={brush.edge?.way ?? 'paint'}
        options={[{ value: 'paint', words: 'show and hide' }, ...EDGE_OPTIONS]}
        onChoose={(way) => set({ edge: way === 'paint' ? null : { way, by: brush.edge?.by ?? 4 } })}
      />
      {brush.edge && brush.edge.way !== 'firm' && (
        <Amount
          label="By"
          value={brush.edge.by}
          min={0.1}
          max={60}
          step={0.1}
          unit="px"
          curve={2}
          onTry={(by) => brush.edge && set({ edge: { ...brush.edge, by } })}
          onSet={(by) => brush.edge && set({ edge: { ...brush.edge, by } })}
        />
      )}
      <ShareAmount
        label="Paints"
        disabled={Boolean(brush.edge)}
        value={brush.value}
        onTry={(value) => set({ value })}
        onSet={(value) => set({ value })}
      />
      <ShareAmount
        label="Smoothing"
        value={smoothing}
        onTry={(value) => take({ smoothing: value })}
        onSet={(value) => take({ smoothing: value })}
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
          <LikenessAmount
            label="Range"
            value={stick.range}
            onTry={(range) => set({ stick: { range } })}
            onSet={(range) => set({ stick: { range } })}
          />
          <FromChoice />
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
      <ShareAmount
        label={label}
        value={tip[key]}
        least={(key === 'spacing' ? 5 : 0) / 100}
        most={most / 100}
        onTry={(value) => onSet({ ...tip, [key]: value })}
        onSet={(value) => onSet({ ...tip, [key]: value })}
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
