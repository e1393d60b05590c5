import type { Composition } from '@diplex/document';
import { create } from 'zustand';

/**
 * What something that is on offer would do, seen on the picture alone: nothing else on the page follows it. It is of one
 * state of the composition and gone with that.
 */
interface Glimpse {
  readonly of: Composition | null;
  readonly shown: Composition | null;
  /** Shows what would come of the composition as it is. */
  see(of: Composition, shown: Composition): void;
  end(): void;
}

export const useGlimpse = create<Glimpse>((set) => ({
  of: null,
  shown: null,
  see: (of, shown) => set({ of, shown }),
  end: () => set({ of: null, shown: null }),
}));

/** What is seen of a composition: a glimpse of what it would be, or as it is. */
export function glimpsed(composition: Composition): Composition {
  const { of, shown } = useGlimpse.getState();
  return of === composition && shown ? shown : composition;
}
