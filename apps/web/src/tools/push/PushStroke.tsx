import type { Brush } from '@diplex/core';
import { StrokeSection } from '../strokes/StrokeSection';
import { usePushing } from './settings';

/** How strokes of this tool are drawn. */
export function PushStroke() {
  const { brush, smoothing, set } = usePushing();
  const change = (next: Partial<Brush>) => set({ brush: { ...brush, ...next } });
  const given = { brush, smoothing, onSet: change };
  return <StrokeSection {...given} onSmoothing={(next) => set({ smoothing: next })} />;
}
