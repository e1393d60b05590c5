import {
  type Composition,
  EMPTY_HISTORY,
  goTo,
  type History,
  type HistoryEntry,
  joinedEntry,
  newComposition,
  type Operation,
  OperationRefused,
  perform,
  record,
} from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { create } from 'zustand';
import type { LoadedComposition } from '../link/server';
import { tellProblem } from './notice-store';

export type SavedState =
  | { readonly kind: 'saved'; readonly at: string }
  | { readonly kind: 'changed' }
  | { readonly kind: 'saving' }
  /** The server could not be reached; it is tried again. */
  | { readonly kind: 'failing'; readonly words: string }
  /** Another tab saved first; this one goes on unsaved until it is decided what stays. */
  | { readonly kind: 'stale'; readonly words: string };

export interface OpenComposition {
  readonly id: string | null;
  readonly revision: number;
  readonly composition: Composition;
  readonly history: History;
  /** The history as the server has it. */
  readonly savedHistory: History;
  /** What is shown while a change is under way, before it becomes a step. */
  readonly preview: Composition | null;
  /** The composition as it was when it was opened, to compare with. */
  readonly opened: Composition;
  readonly savedState: SavedState;
}

interface CompositionStore extends OpenComposition {
  /** @param unsaved what was never saved of it */
  open(loaded: LoadedComposition, unsaved?: Pick<LoadedComposition, 'document' | 'history'>): void;
  /** Carries an operation out as one step; a refusal is told and changes nothing. */
  perform<Args>(operation: Operation<Args>, args: Args): boolean;
  /** Several operations as one step of the history with these words, all or none. */
  performAll(words: string, steps: (doing: Performer) => void): boolean;
  /** Makes one step of the last two. */
  joinLast(): void;
  /** Shows what an operation would do. */
  tryOut<Args>(operation: Operation<Args>, args: Args): void;
  show(preview: Composition | null): void;
  undo(): void;
  redo(): void;
  goTo(position: number): void;
  setSaved(
    change: Partial<Pick<OpenComposition, 'revision' | 'savedHistory' | 'savedState'>>,
  ): void;
}

export type Performer = <Args>(operation: Operation<Args>, args: Args) => void;

const BLANK = newComposition('Untitled', { width: 1, height: 1 });

/** Refusals are for the person; anything else is a fault and must surface. */
function refused(error: unknown): boolean {
  if (!(error instanceof OperationRefused)) throw error;
  tellProblem(error.message);
  return false;
}

export const useComposition = create<CompositionStore>((set, get) => ({
  id: null,
  revision: 0,
  composition: BLANK,
  history: EMPTY_HISTORY,
  savedHistory: EMPTY_HISTORY,
  preview: null,
  opened: BLANK,
  savedState: { kind: 'saved', at: '' },

  open({ id, revision, document, history: savedHistory, updatedAt }, unsaved) {
    const composition = validateComposition(unsaved?.document ?? document);
    const history = unsaved?.history ?? savedHistory;
    set({
      ...{ id, revision, composition, history, savedHistory, preview: null },
      ...{ opened: composition, savedState: { kind: 'saved', at: updatedAt } },
    });
  },

  perform(operation, args) {
    let { composition, history } = get();
    try {
      const done = perform(composition, operation, args);
      composition = done.composition;
      if (done.entry) history = record(history, done.entry);
    } catch (error) {
      set({ preview: null });
      return refused(error);
    }
    set({ composition, history, preview: null });
    return true;
  },

  performAll(words, steps) {
    let { composition } = get();
    const entries: HistoryEntry[] = [];
    try {
      steps((operation, args) => {
        const done = perform(composition, operation, args);
        composition = done.composition;
        if (done.entry) entries.push(done.entry);
      });
    } catch (error) {
      set({ preview: null });
      return refused(error);
    }
    const entry = joinedEntry(entries, words);
    const { history } = get();
    set({ composition, history: entry ? record(history, entry) : history, preview: null });
    return true;
  },

  joinLast() {
    const { history } = get();
    const { entries, position } = history;
    const [first, second] = entries.slice(position - 2, position);
    if (!first || !second || position !== entries.length) return;
    const joined = joinedEntry([first, second], second.words);
    // Under the identifier of the later one: the first may be saved already, as it was.
    const kept = { entries: entries.slice(0, -2), position: position - 2 };
    if (joined) set({ history: record(kept, { ...joined, id: second.id }) });
  },

  tryOut(operation, args) {
    try {
      set({ preview: perform(get().composition, operation, args).composition });
    } catch (error) {
      refused(error);
    }
  },

  show: (preview) => set({ preview }),

  undo: () => get().goTo(get().history.position - 1),
  redo: () => get().goTo(get().history.position + 1),

  goTo(position) {
    const { composition, history } = get();
    if (position < 0 || position > history.entries.length) return;
    set({ ...goTo(composition, history, position), preview: null });
  },

  setSaved: (change) => set(change),
}));

/** The composition as it is seen now: with the change that is under way. */
export function shownComposition(): Composition {
  const { preview, composition } = useComposition.getState();
  return preview ?? composition;
}
