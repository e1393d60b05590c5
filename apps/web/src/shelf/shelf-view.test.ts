import { describe, expect, it } from 'vitest';
import { collectionsOf, shelfShown, WHOLE_SHELF } from './shelf-view';
import { sourceLike } from './source.test-support';

const keeper = sourceLike({ title: 'Keeper', note: 'with a lantern', collections: ['Shoot'] });
const tip = sourceLike({ title: 'Spatter', kind: 'tip', format: 'PNG', width: 256, height: 256 });
const ninth = sourceLike({ title: 'Frame 9', addedAt: '2026-03-01T10:00:00.000Z' });
const tenth = sourceLike({
  ...{ title: 'Frame 10', addedAt: '2026-02-01T10:00:00.000Z', collections: ['Shoot', 'Attic'] },
  takenAt: '2025-12-01T08:00:00.000Z',
});
const gone = sourceLike({ title: 'Old', offShelf: true, collections: ['Old ones'] });
const shelf = [keeper, tip, ninth, tenth, gone];

const titles = (change: Partial<typeof WHOLE_SHELF>) =>
  shelfShown(shelf, { ...WHOLE_SHELF, ...change }).map(({ title }) => title);

describe('the shelf', () => {
  it('shows what was brought in last first, and nothing that was taken off', () => {
    expect(titles({})).toEqual(['Frame 9', 'Frame 10', 'Keeper', 'Spatter']);
  });

  it('is sorted as people count, by pixels, by date and by kind of file', () => {
    expect(titles({ order: 'name' })).toEqual(['Frame 9', 'Frame 10', 'Keeper', 'Spatter']);
    expect(titles({ order: 'pixels' }).at(-1)).toBe('Spatter');
    expect(titles({ order: 'taken' })[0]).toBe('Frame 10');
    expect(titles({ order: 'format' }).at(-1)).toBe('Spatter');
  });

  it('is searched by all words, wherever they stand', () => {
    expect(titles({ search: 'LANTERN keep' })).toEqual(['Keeper']);
    expect(titles({ search: 'attic' })).toEqual(['Frame 10']);
    expect(titles({ search: 'lantern attic' })).toEqual([]);
  });

  it('shows one collection, or one kind', () => {
    expect(titles({ collection: 'Shoot' })).toEqual(['Frame 10', 'Keeper']);
    expect(titles({ kind: 'tip' })).toEqual(['Spatter']);
    expect(collectionsOf(shelf)).toEqual(['Attic', 'Shoot']);
  });
});
