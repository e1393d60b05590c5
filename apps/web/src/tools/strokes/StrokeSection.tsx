import type { Brush } from '@diplex/core';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { PRESSURE } from './StrokeAmounts';
import { TipRows } from './TipRows';

/** What a tool that paints keeps of its strokes. */
interface StrokeSettings {
  readonly brush: Brush;
  /** How much strokes are pulled along behind the pointer, 0..1. */
  readonly smoothing: number;
  set(change: Partial<Pick<StrokeSettings, 'brush' | 'smoothing'>>): void;
}

interface StrokeSectionProps {
  /** A hook: the settings of the tool. */
  readonly useSettings: () => StrokeSettings;
  /** Whether pictures may take the place of the round tip. */
  readonly tips: 'round' | 'any';
}

/** How strokes are drawn, as far as that is set once and then left. */
export function StrokeSection({ useSettings, tips }: StrokeSectionProps) {
  const { brush, smoothing, set } = useSettings();
  const onSet = (change: Partial<Brush>) => set({ brush: { ...brush, ...change } });
  const onSmoothing = (next: number) => set({ smoothing: next });
  return (
    <Section title="Stroke">
      <ShareAmount
        label="Flow"
        value={brush.flow}
        least={0.01}
        onTry={(flow) => onSet({ flow })}
        onSet={(flow) => onSet({ flow })}
      />
      <ShareAmount label="Smoothing" value={smoothing} onTry={onSmoothing} onSet={onSmoothing} />
      <Pick
        label="Pen pressure"
        value={brush.pressure}
        options={PRESSURE}
        onChoose={(pressure) => onSet({ pressure })}
      />
      {tips === 'any' && <TipRows tip={brush.tip ?? null} onSet={(tip) => onSet({ tip })} />}
    </Section>
  );
}
