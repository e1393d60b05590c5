import fc from 'fast-check';
import { apply } from 'mutative';
import { describe, expect, it } from 'vitest';
import { difference } from './difference';

const value = fc.object({
  maxDepth: 4,
  values: [fc.integer(), fc.string(), fc.boolean(), fc.constant(null)],
  // Names that no document may have, and that no patch may touch.
  key: fc.string({ unit: 'grapheme-ascii', minLength: 1, maxLength: 3 }).map((key) => `k${key}`),
});

describe('the difference of two values', () => {
  it('leads from the one to the other, and back', () => {
    fc.assert(
      fc.property(value, value, (before, after) => {
        expect(apply(before, difference(before, after))).toEqual(after);
        expect(apply(after, difference(after, before))).toEqual(before);
        expect(difference(before, JSON.parse(JSON.stringify(before)))).toEqual([]);
      }),
      { numRuns: 200 },
    );
  });

  it('names only what changed, and does not look into what both share', () => {
    const shared = Object.defineProperty({}, 'trap', {
      enumerable: true,
      get: () => {
        throw new Error('It was looked into.');
      },
    });
    const before = { shared, layer: { name: 'Pim', opacity: 1 }, list: [1, 2] };
    const after = { shared, layer: { name: 'Pim', opacity: 0.5 }, list: [1, 3] };
    expect(difference(before, after)).toEqual([
      { op: 'replace', path: ['layer', 'opacity'], value: 0.5 },
      { op: 'replace', path: ['list', 1], value: 3 },
    ]);
    expect(difference(before, { ...before, list: [1] })).toEqual([
      { op: 'replace', path: ['list'], value: [1] },
    ]);
  });
});
