import { create } from 'zustand';
import type { DropPlace } from './drop-place';

interface DragState {
  /** The layers whose cards are dragged. */
  readonly dragged: readonly string[];
  /** Where they would be put; null where they would stay. */
  readonly place: DropPlace | null;
  /** The card that a dragged step is held over, which would take it. */
  readonly taker: string | null;
  set(change: Partial<Omit<DragState, 'set'>>): void;
}

/** What is being dragged between the depth strip and the chain. */
export const useDrag = create<DragState>((set) => ({
  dragged: [],
  place: null,
  taker: null,
  set: (change) => set(change),
}));
