import { create } from 'zustand';
import { persist } from 'zustand/middleware';

export const THEMES = ['dim', 'bright'] as const;
export type Theme = (typeof THEMES)[number];

interface Settings {
  readonly theme: Theme;
  setTheme(theme: Theme): void;
  /** Sections of the inspector by name: open or folded where somebody said so. */
  readonly sections: Readonly<Record<string, 'open' | 'folded'>>;
  setSection(name: string, state: 'open' | 'folded'): void;
}

/** What belongs to the person at the bench and not to a composition. */
export const useSettings = create<Settings>()(
  persist(
    (set, get) => ({
      theme: 'dim',
      setTheme: (theme) => set({ theme }),
      sections: {},
      setSection: (name, state) => set({ sections: { ...get().sections, [name]: state } }),
    }),
    { name: 'diplex-settings' },
  ),
);
