import type { Brush } from '@diplex/core';
import type { ReactNode } from 'react';
import { Section } from '../../controls/Inspector';
import { Pick } from '../../controls/Pick';
import { ShareAmount } from '../../controls/ShareAmount';
import { PRESSURE } from './StrokeAmounts';

interface StrokeSectionProps {
  readonly brush: Brush;
  /** How much strokes are pulled along behind the pointer, 0..1. */
  readonly smoothing: number;
  readonly onSet: (change: Partial<Brush>) => void;
  readonly onSmoothing: (smoothing: number) => void;
  readonly children?: ReactNode;
}

/** How strokes are drawn, as far as that is set once and then left. */
export function StrokeSection({
  brush,
  smoothing,
  onSet,
  onSmoothing,
  children,
}: StrokeSectionProps) {
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
      {children}
    </Section>
  );
}
