import {
  type Brush,
  type BrushWork,
  EDGE_WAYS,
  GREY_WAYS,
  type GreyWork,
  type Tip,
} from '@diplex/core';
import { useShelf } from '../../bench/shelf-store';
import { Amount } from '../../controls/Amount';
import { Choice } from '../../controls/Choice';
import { Section } from '../../controls/Inspector';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { FromChoice } from '../FromChoice';
import { BrushWorkRows } from './BrushWorkRows';
import { useBrush } from './settings';

/** Sources up to this side are offered as tips. */
const TIP_SIDE = 1024;

const EDGE_OPTIONS = EDGE_WAYS.map((way) => ({ value: way, words: `${way} the edge` }));

/** What a brush can work out, as it is offered. */
const WORKS: Readonly<Record<string, { readonly words: string; readonly work: BrushWork }>> = {
  ...Object.fromEntries(
    GREY_WAYS.map((way) => [
      way,
      { words: `${way} the greys`, work: { does: 'greys', way, tones: 'mids', by: 0.3 } as const },
    ]),
  ),
  sheer: {
    words: 'solve what is sheer',
    work: { does: 'sheer', dense: [], behind: [], spared: [], range: 0.1 },
  },
  taps: {
    words: 'keep and drop by colour',
    work: { does: 'taps', keep: [], drop: [], range: 0.1, together: 3 },
  },
};

const WORK_OPTIONS = Object.entries(WORKS).map(([value, { words }]) => ({ value, words }));

const DOES = [
  { value: 'paint', words: 'show and hide' },
  ...EDGE_OPTIONS,
  { value: 'fringe', words: 'clean the fringe' },
  ...WORK_OPTIONS,
];

/** Which of the offered ones a work is. */
const WORK_VALUES: Readonly<Record<BrushWork['does'], (work: BrushWork) => string>> = {
  greys: (work) => (work as GreyWork).way,
  sheer: () => 'sheer',
  taps: () => 'taps',
};

/** Has the brush do something else. */
function doing(does: string): void {
  const { brush, set } = useBrush.getState();
  const work = WORKS[does]?.work ?? null;
  const way = EDGE_WAYS.find((each) => each === does);
  const edge = way ? { way, by: brush.edge?.by ?? 4 } : null;
  const onFringe = does === 'fringe';
  const value = onFringe ? 1 : brush.value;
  set({ brush: { ...brush, work, edge, value }, brushOn: onFringe ? 'fringe' : 'mask' });
}

/** What the brush does, as it is offered. */
function doneBy({ work, edge }: Brush, brushOn: 'mask' | 'fringe'): string {
  if (brushOn === 'fringe') return brushOn;
  return work ? WORK_VALUES[work.does](work) : (edge?.way ?? 'paint');
}

const NEW_TIP: Omit<Tip, 'source'> = {
  ...{ angle: 0, spacing: 0.5, scatter: 0, jitter: 0, follows: false },
};

/** What else the brush can do: stick to colour, tips from pictures, smoothing, grey values. */
export function BrushSection() {
  const { brush, brushOn, smoothing, set: setBrush } = useBrush();
  const set = (change: Partial<Brush>) => setBrush({ brush: { ...brush, ...change } });
  const { stick } = brush;
  return (
    <Section title="Brush">
      <div className="mb-1.5 grid">
        <Pick label="Does" value={doneBy(brush, brushOn)} options={DOES} onChoose={doing} />
      </div>
      {brush.work && <BrushWorkRows work={brush.work} onSet={(work) => set({ work })} />}
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
        disabled={Boolean(brush.edge ?? brush.work)}
        value={brush.value}
        onTry={(value) => set({ value })}
        onSet={(value) => set({ value })}
      />
      <ShareAmount
        label="Smoothing"
        value={smoothing}
        onTry={(value) => setBrush({ smoothing: value })}
        onSet={(value) => setBrush({ smoothing: value })}
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
