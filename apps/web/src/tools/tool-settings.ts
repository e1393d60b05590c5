import { create } from 'zustand';

/** The settings of one tool, in a store of their own: nothing else has to know of them. */
export function toolSettings<Settings extends object>(start: Settings) {
  return create<Settings & { set(change: Partial<Settings>): void }>((set) => ({
    ...start,
    set: (change) => set(change as Partial<Settings & { set(change: Partial<Settings>): void }>),
  }));
}
