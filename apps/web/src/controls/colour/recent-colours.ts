import type { Colour } from '@diplex/core';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { hexOf } from './oklch';

/** So many are remembered. */
const MOST = 12;

interface RecentColours {
  readonly colours: readonly Colour[];
  add(colour: Colour): void;
}

/** The colours that were chosen last, the newest first; kept by the browser. */
export const useRecentColours = create<RecentColours>()(
  persist(
    (set, get) => ({
      colours: [],
      add({ r, g, b }) {
        const colour = { r, g, b };
        const others = get().colours.filter((each) => hexOf(each) !== hexOf(colour));
        set({ colours: [colour, ...others].slice(0, MOST) });
      },
    }),
    { name: 'diplex-recent-colours' },
  ),
);
