import { apply } from 'mutative';
import type { Composition } from './composition';
import type { HistoryEntry, Patch } from './operations/operation';

/** All steps of a composition's life, and how many of them hold at present. */
export interface History {
  readonly entries: readonly HistoryEntry[];
  /** Entries before this one are done, the others undone. 0 to entries.length. */
  readonly position: number;
}

export const EMPTY_HISTORY: History = { entries: [], position: 0 };

/** The history after one more step. Steps that were undone make way for it. */
export function record(history: History, entry: HistoryEntry): History {
  const entries = [...history.entries.slice(0, history.position), entry];
  return { entries, position: entries.length };
}

/** Several entries that follow one another as one; null for none. */
export function joinedEntry(entries: readonly HistoryEntry[], words: string): HistoryEntry | null {
  const [first] = entries;
  if (!first) return null;
  return {
    ...{ ...first, words },
    patches: entries.flatMap(({ patches }) => patches),
    // The last is undone first.
    inverse: [...entries].reverse().flatMap(({ inverse }) => inverse),
  };
}

/** A composition after some patches; what they leave alone stays the very same. */
export function patched(composition: Composition, patches: readonly Patch[]): Composition {
  return apply(composition, [...patches]) as Composition;
}

/** The composition as it is at `position`, walking from where the history stands. Throws a RangeError outside 0..entries.length. */
export function goTo(
  composition: Composition,
  history: History,
  position: number,
): { composition: Composition; history: History } {
  if (!Number.isInteger(position) || position < 0 || position > history.entries.length) {
    throw new RangeError(`The history has no position ${position}.`);
  }
  let value = composition;
  for (let at = history.position; at > position; at--) {
    value = patched(value, history.entries[at - 1]?.inverse ?? []);
  }
  for (let at = history.position; at < position; at++) {
    value = patched(value, history.entries[at]?.patches ?? []);
  }
  return { composition: value, history: { entries: history.entries, position } };
}

/** What a page sends to be saved: how the history changed since the last save. */
export interface HistoryChange {
  /** How many entries of the saved history stay. */
  readonly keep: number;
  readonly append: readonly HistoryEntry[];
  /** Where the history stands afterwards. */
  readonly position: number;
}

/** The shortest change that leads from a saved history to the present one. */
export function changeBetween(saved: History, present: History): HistoryChange {
  const shorter = Math.min(saved.entries.length, present.entries.length);
  let keep = 0;
  while (keep < shorter && saved.entries[keep]?.id === present.entries[keep]?.id) keep++;
  return { keep, append: present.entries.slice(keep), position: present.position };
}

/** Applies what `changeBetween` gave to the saved composition and history. Throws a RangeError when it does not fit. */
export function applyChange(
  composition: Composition,
  saved: History,
  change: HistoryChange,
): { composition: Composition; history: History } {
  if (change.keep < 0 || change.keep > saved.entries.length) {
    throw new RangeError(`The saved history has no ${change.keep} entries to keep.`);
  }
  const shared = goTo(composition, saved, Math.min(saved.position, change.keep));
  const entries = [...saved.entries.slice(0, change.keep), ...change.append];
  return goTo(shared.composition, { entries, position: shared.history.position }, change.position);
}
