import type { Colour } from '@diplex/core';
import type { Profile } from '@diplex/document';
import { create } from 'zustand';
import { persist } from 'zustand/middleware';
import { hexOf } from './oklch';

/** So many are remembered. */
const MOST = 12;

/** Numbers, and the profile that they are of; sRGB where that is not said. */
type Kept = Colour & { readonly profile?: Profile };

interface RecentColours {
  readonly colours: readonly Kept[];
  add(colour: Colour, profile: Profile): void;
}

/** The colours that were chosen last, the newest first; kept by the browser. */
export const useRecentColours = create<RecentColours>()(
  persist(
    (set, get) => ({
      colours: [],
      add({ r, g, b }, profile) {
        const colour = { r, g, b, profile };
        const isOther = (each: Kept) =>
          hexOf(each) !== hexOf(colour) || (each.profile ?? 'srgb') !== profile;
        const others = get().colours.filter(isOther);
        set({ colours: [colour, ...others].slice(0, MOST) });
      },
    }),
    { name: 'diplex-recent-colours' },
  ),
);
