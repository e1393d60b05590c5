import { create } from 'mutative';
import { describe, expect, it } from 'vitest';
import schema1 from '../../examples/schema-1.json';
import schema5 from '../../examples/schema-5.json';
import { goTo, type History, type HistoryEntry, validateComposition } from '../index';
import { migratedHistory } from './migrate';
import { oldPictureSeen } from './schema-5';

type Old = typeof schema5;

/** A history of a schema 5 document, told as schema 5 told it. */
function history(start: Old, changes: ((draft: Old) => void)[]) {
  const values = [start];
  const entries = changes.map((change, i): HistoryEntry => {
    const now = values.at(-1) as Old;
    const [next, patches, inverse] = create(now, change, { enablePatches: true });
    values.push(next);
    return { id: `e${i}`, operation: 'x', words: `Step ${i}`, at: '', patches, inverse } as never;
  });
  return { values, entries };
}

describe('documents of earlier schemas', () => {
  it('keep everything, each thing in its new place', () => {
    const { layers, root, masks } = validateComposition(schema5);
    expect(root).toEqual(schema5.layers.map(({ id }) => id));
    const [, old] = schema5.layers;
    const [cut] = schema5.masks;
    expect(layers.keeper).toMatchObject({
      ...{ name: old?.name, opacity: old?.opacity, placement: old?.placement, steps: [] },
      content: { kind: 'photo', source: old?.source, size: old?.size },
      edge: { tint: cut?.tint, tintWidth: cut?.tintWidth, fringeBrushed: cut?.fringeBrushed },
    });
    expect(masks.cut?.parts).toHaveLength(cut?.parts.length ?? 0);
    expect(masks.cut).not.toHaveProperty('tint');
    expect(validateComposition(schema1).root).toHaveLength(schema1.layers.length);
  });

  it('forget what was seen where it is up to date, and keep it where it is not', () => {
    const seenIs = (seen: (document: Old) => string) => {
      const document = structuredClone(schema5);
      const part = document.masks[0]?.parts[6] as { seen?: string };
      part.seen = seen(document);
      return validateComposition(document).masks.cut?.parts[6];
    };
    const [mask] = schema5.masks;
    const picked = mask?.parts[6] as { recipe?: { from?: string } } | undefined;
    const from = picked?.recipe?.from ?? '';
    const now = seenIs((document) =>
      oldPictureSeen(document as never, document.layers[1] as never, from),
    );
    expect(now).not.toHaveProperty('seen');
    expect(seenIs(() => '00000000')).toMatchObject({ seen: '00000000' });
  });

  it('bring their history along: every step back and forward leads where it led', () => {
    const { values, entries } = history(schema5 as Old, [
      (draft) => void Object.assign(draft.layers[1] ?? {}, { opacity: 0.25 }),
      (draft) => void draft.layers.reverse(),
      (draft) => void draft.layers.pop(),
      (draft) => void Object.assign(draft.masks[0] ?? {}, { fringe: 0.5, feather: 3 }),
      (draft) => void draft.masks[0]?.parts.splice(1, 2),
    ]);
    const position = 3;
    const told: History = migratedHistory(values[position] as object, { entries, position });
    const present = validateComposition(values[position]);
    values.forEach((value, at) => {
      const there = goTo(present, told, at);
      expect(there.composition).toEqual(validateComposition(value));
    });
    expect(told.entries.map(({ words }) => words)).toEqual(entries.map(({ words }) => words));
  });
});
