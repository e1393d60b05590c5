import { type Layer, laidOut, newComposition, placedAt, plainLayer } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { sourceLike } from './source.test-support';
import { rightsTroubles, strictestTerms } from './terms';

const SIZE = { width: 100, height: 100 };
const photo = (id: string, source: string) =>
  plainLayer(id, id, { kind: 'photo', source, size: SIZE }, placedAt({ x: 50, y: 50 }));
const layers = [photo('free', 'f'), photo('named', 'n'), photo('barred', 'b')];
const group = plainLayer(
  'group',
  'Group',
  { kind: 'group', children: ['named', 'barred'], mixing: 'through' },
  placedAt({ x: 0, y: 0 }),
);
const made = laidOut(newComposition('Test', SIZE), [...layers, group]);
const composition = { ...made, root: ['free', 'group'] };
const sources = [
  sourceLike({ hash: 'f', title: 'Free' }),
  sourceLike({ hash: 'n', title: 'Named', terms: 'credited', credit: 'The studio' }),
  sourceLike({ hash: 'b', title: 'Barred', terms: 'barred' }),
  sourceLike({ hash: 'x', title: 'Not used', terms: 'barred' }),
];

describe('what the rights of sources allow', () => {
  it('shows on the layers that show them, and on groups the worst of it', () => {
    const terms = (id: string) =>
      strictestTerms(composition, composition.layers[id] ?? group, sources);
    expect(['free', 'named', 'barred', 'group'].map(terms)).toEqual([
      ...[null, 'credited', 'barred', 'barred'],
    ]);
  });

  it('stands against a delivery where it forbids it, or a credit is missing', () => {
    expect(rightsTroubles(composition, sources).map(({ words }) => words)).toEqual([
      'Barred is not to be delivered.',
    ]);
    // What is hidden is not in it.
    const barred = { ...layers[2], shown: false } as Layer;
    const hidden = { ...composition, layers: { ...composition.layers, barred } };
    expect(rightsTroubles(hidden, sources)).toEqual([]);
    const nameless = sources.map((each) => ({ ...each, credit: ' ' }));
    expect(rightsTroubles(composition, nameless).map(({ words }) => words)).toEqual([
      'Barred is not to be delivered.',
      'Named needs a credit line and has none.',
    ]);
  });
});
