import type { EdgeCheck } from '@diplex/core';
import type { Composition } from '@diplex/document';
import { create } from 'zustand';

interface EdgeCheckState {
  readonly layer: string | null;
  /** The composition that was measured. */
  readonly measured: Composition | null;
  readonly check: EdgeCheck | null;
  /** Which of the worst stretches is looked at, by its place in the list. */
  readonly at: number | null;
  take(change: Partial<Omit<EdgeCheckState, 'take'>>): void;
}

/** The last edge check, and what is looked at of it. */
export const useEdgeCheck = create<EdgeCheckState>((set) => ({
  layer: null,
  measured: null,
  check: null,
  at: null,
  take: (change) => set(change),
}));
