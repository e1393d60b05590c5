import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export const THEMES = ['dim', 'bright'] as const;
export type Theme = (typeof THEMES)[number];

interface Settings {
  readonly theme: Theme;
  setTheme(theme: Theme): void;
}

/** What belongs to the person at the bench and not to a composition. */
export const useSettings = create<Settings>()(
  persist((set) => ({ theme: 'dim', setTheme: (theme) => set({ theme }) }), {
    name: 'diplex-settings',
  }),
);
