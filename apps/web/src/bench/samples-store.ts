import type { Point } from '@diplex/document';
import { create } from 'zustand';

/** So many places are read at most. */
export const MOST_SAMPLES = 8;

interface Samples {
  /** Places of the composition whose colours are read, in its pixels. */
  readonly places: readonly Point[];
  add(place: Point): void;
  move(at: number, place: Point): void;
  remove(at: number): void;
  clear(): void;
}

/** Colour samples stay on the picture while the composition is open; they are no part of it. */
export const useSamples = create<Samples>((set, get) => ({
  places: [],
  add: (place) => {
    const { places } = get();
    if (places.length < MOST_SAMPLES) set({ places: [...places, place] });
  },
  move: (at, place) => set({ places: get().places.map((each, i) => (i === at ? place : each)) }),
  remove: (at) => set({ places: get().places.filter((_, i) => i !== at) }),
  clear: () => set({ places: [] }),
}));
