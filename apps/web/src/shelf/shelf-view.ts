import { create } from 'zustand';
import type { Source } from '../link/server';

/** In which order sources stand. */
export const SHELF_ORDERS = {
  recent: 'brought in last',
  taken: 'taken last',
  name: 'name',
  pixels: 'most pixels',
  format: 'kind of file',
} as const;
export type ShelfOrder = keyof typeof SHELF_ORDERS;

/** What of the shelf is looked at. */
export interface ShelfView {
  /** Words that all have to be found with a source. */
  readonly search: string;
  readonly order: ShelfOrder;
  /** Null for all. */
  readonly collection: string | null;
  readonly kind: Source['kind'] | 'all';
}

export const WHOLE_SHELF: ShelfView = {
  search: '',
  order: 'recent',
  collection: null,
  kind: 'all',
};

/** Names before one another as people read them: Frame 9 before Frame 10. */
const names = new Intl.Collator('en', { numeric: true, sensitivity: 'base' });

const ORDERS: Readonly<Record<ShelfOrder, (a: Source, b: Source) => number>> = {
  recent: (a, b) => names.compare(b.addedAt, a.addedAt),
  taken: (a, b) => names.compare(b.takenAt ?? '', a.takenAt ?? ''),
  name: (a, b) => names.compare(a.title, b.title),
  pixels: (a, b) => b.width * b.height - a.width * a.height,
  format: (a, b) => names.compare(a.format, b.format),
};

function wordsOf(source: Source): string {
  const { title, name, credit, rights, note, format, collections } = source;
  return [title, name, credit, rights, note, format, ...collections].join(' ').toLowerCase();
}

/** The sources that a view shows, in its order; those taken off the shelf never. */
export function shelfShown(sources: readonly Source[], view: ShelfView): Source[] {
  const { search, order, collection, kind } = view;
  const wanted = search.toLowerCase().split(/\s+/).filter(Boolean);
  return sources
    .filter(({ offShelf }) => !offShelf)
    .filter((source) => kind === 'all' || source.kind === kind)
    .filter(({ collections }) => collection === null || collections.includes(collection))
    .filter((source) => {
      const words = wordsOf(source);
      return wanted.every((word) => words.includes(word));
    })
    .sort((a, b) => ORDERS[order](a, b) || names.compare(a.title, b.title));
}

/** The names of all collections, in order. */
export function collectionsOf(sources: readonly Source[]): string[] {
  const used = sources
    .filter(({ offShelf }) => !offShelf)
    .flatMap(({ collections }) => collections);
  return [...new Set(used)].sort(names.compare);
}

interface ShelfViewStore extends ShelfView {
  look(change: Partial<ShelfView>): void;
}

/** What of the shelf is looked at at the Gather stage. */
export const useShelfView = create<ShelfViewStore>((set) => ({
  ...WHOLE_SHELF,
  look: (change) => set(change),
}));
