import {
  type Composition,
  groupLayers,
  laidOut,
  newComposition,
  perform,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { dropPlace, endOf } from './drop-place';

const photo = (id: string) =>
  plainLayer(
    id,
    id,
    { kind: 'photo' as const, source: 'a'.repeat(64), size: { width: 9, height: 9 } },
    placedAt({ x: 5, y: 5 }),
  );
const flat = laidOut(
  newComposition('Test', { width: 10, height: 10 }),
  ['far', 'a', 'b', 'near'].map(photo),
);
/** far, then a group of a and b, then near. */
const scene: Composition = perform(flat, groupLayers, {
  ...{ layers: ['a', 'b'], group: 'g', name: 'Group' },
}).composition;
const open = new Set<string>();
const folded = new Set(['g']);

describe('where a card would be put', () => {
  it('is before or after another, counted without what is dragged', () => {
    expect(dropPlace(scene, open, ['far'], 'near', 0.9)).toMatchObject({ into: null, at: 2 });
    expect(dropPlace(scene, open, ['far'], 'near', 0.1)).toMatchObject({ into: null, at: 1 });
    expect(dropPlace(scene, open, ['near'], 'far', 0.1)).toMatchObject({ into: null, at: 0 });
    expect(dropPlace(scene, open, ['near'], 'b', 0.9)).toMatchObject({ into: 'g', at: 2 });
    expect(dropPlace(scene, open, ['a'], 'b', 0.9)).toMatchObject({ into: 'g', at: 1 });
  });

  it('is in a group when its card is dropped on, at the far end beside it, behind all at its end', () => {
    expect(dropPlace(scene, open, ['near'], 'g', 0.5)).toMatchObject({ into: 'g', at: 2 });
    expect(dropPlace(scene, open, ['near'], 'g', 0.9)).toMatchObject({ into: 'g', at: 0 });
    expect(dropPlace(scene, open, ['near'], 'g', 0.1)).toMatchObject({ into: null, at: 1 });
    expect(dropPlace(scene, folded, ['far'], 'g', 0.9)).toMatchObject({ into: null, at: 1 });
    expect(dropPlace(scene, open, ['b'], endOf('g'), 0.5)).toMatchObject({ into: null, at: 2 });
  });

  it('is nowhere in or beside itself', () => {
    expect(dropPlace(scene, open, ['g'], 'a', 0.5)).toBeNull();
    expect(dropPlace(scene, open, ['g'], 'g', 0.5)).toBeNull();
    expect(dropPlace(scene, open, ['a', 'b'], 'b', 0.5)).toBeNull();
    expect(dropPlace(scene, open, ['g'], endOf('g'), 0.5)).toBeNull();
  });
});
