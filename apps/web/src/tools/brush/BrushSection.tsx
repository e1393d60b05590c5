import { type Brush, type BrushWork, EDGE_WAYS, GREY_WAYS, type GreyWork } from '@diplex/core';
import { Amount } from '../../controls/Amount';
import { Section } from '../../controls/Inspector';
import { LikenessAmount } from '../../controls/LikenessAmount';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { FromChoice } from '../FromChoice';
import { TipRows } from '../strokes/TipRows';
import { BrushWorkRows } from './BrushWorkRows';
import { useBrush } from './settings';

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
