import { create } from 'zustand';

const KEY = 'diplex-folded-groups';

/** So many are remembered, whatever compositions they are in. */
const MOST = 400;

function remembered(): ReadonlySet<string> {
  try {
    return new Set(JSON.parse(localStorage.getItem(KEY) ?? '[]') as string[]);
  } catch {
    return new Set();
  }
}

interface Folds {
  /** The groups whose layers have no cards in the depth strip, by id. */
  readonly folded: ReadonlySet<string>;
  fold(group: string, way: 'together' | 'open'): void;
}

/** Which groups are folded: how the bench is looked at, and no part of the composition. */
export const useFolds = create<Folds>((set, get) => ({
  folded: remembered(),
  fold(group, way) {
    const others = [...get().folded].filter((id) => id !== group);
    const folded = (way === 'together' ? [...others, group] : others).slice(-MOST);
    localStorage.setItem(KEY, JSON.stringify(folded));
    set({ folded: new Set(folded) });
  },
}));
