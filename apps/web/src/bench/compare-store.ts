import type { Composition } from '@diplex/document';
import { create } from 'zustand';
import { useComposition } from './composition-store';

/** How two states are compared: while a key is held, parted by a line, one beside the other, in turn, or what differs alone. */
export const COMPARE_WAYS = ['held', 'split', 'beside', 'flicker', 'difference'] as const;
export type CompareWay = (typeof COMPARE_WAYS)[number];

/** A state of the composition, as it is called in the history. */
export interface NamedState {
  /** Its place in the history; null for a version, which has none. */
  readonly position: number | null;
  readonly words: string;
  readonly composition: Composition;
}

interface Comparison {
  readonly way: CompareWay;
  /** What is compared with; the composition as it was opened when null. */
  readonly before: NamedState | null;
  /** Where the line stands, as a share of the picture's width. */
  readonly line: number;
  set(change: Partial<Omit<Comparison, 'set'>>): void;
}

export const useCompare = create<Comparison>((set) => ({
  ...{ way: 'held', before: null, line: 0.5 },
  set: (change) => set(change),
}));

/** The state that the present one is compared with. */
export function stateBefore(): Composition {
  return useCompare.getState().before?.composition ?? useComposition.getState().opened;
}
