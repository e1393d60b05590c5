import type { Brush } from '@diplex/core';
import { StrokeSection } from '../strokes/StrokeSection';
import { TipRows } from '../strokes/TipRows';
import { useCloning } from './settings';

/** How strokes of this tool are drawn. */
export function CloneStroke() {
  const { brush, smoothing, set } = useCloning();
  const change = (next: Partial<Brush>) => set({ brush: { ...brush, ...next } });
  const given = { brush, smoothing, onSet: change };
  return (
    <StrokeSection {...given} onSmoothing={(next) => set({ smoothing: next })}>
      <TipRows tip={brush.tip ?? null} onSet={(tip) => change({ tip })} />
    </StrokeSection>
  );
}
