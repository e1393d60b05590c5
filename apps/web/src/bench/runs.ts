import type { HistoryEntry } from '@diplex/document';
import { useComposition } from './composition-store';

/** Presses that follow one another within this are one run, in milliseconds. */
const PAUSE = 1200;

let last: { readonly run: string; readonly entry: string; readonly at: number } | null = null;

/** Whether two steps changed the same thing of the same layer. */
function changeAlike(one: HistoryEntry, other: HistoryEntry): boolean {
  const [first, second] = [one.patches[0], other.patches[0]];
  return one.operation === other.operation && String(first?.path) === String(second?.path);
}

/**
 * Does something that may make a step of the history. Made again within a moment, as by a key that is pressed many times,
 * it goes on with the step before: all of a run is undone at once.
 * @param run what the presses of a run have in common
 */
export function inRun(run: string, step: () => void): void {
  const before = useComposition.getState().history;
  step();
  const { history, joinLast } = useComposition.getState();
  const made = history.entries.at(-1);
  if (history.entries === before.entries || !made) return;
  const follows = history.entries[history.position - 2];
  const at = performance.now();
  const goesOn =
    last?.run === run &&
    at - last.at < PAUSE &&
    follows?.id === last.entry &&
    changeAlike(follows, made);
  last = { run, entry: made.id, at };
  if (goesOn) joinLast();
}
