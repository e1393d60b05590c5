import { Amount } from '../../controls/Amount';
import { useOutlining } from './settings';

/** How outlines are drawn. */
export function OutlineOptions() {
  const { snap, set } = useOutlining();
  const setSnap = (next: number) => set({ snap: next });
  return (
    <Amount
      layout="stack"
      label="Snap"
      value={snap}
      min={0}
      max={60}
      step={1}
      unit="px"
      curve={2}
      onTry={setSnap}
      onSet={setSnap}
    />
  );
}
