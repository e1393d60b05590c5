import { describe, expect, it } from 'vitest';
import schema1 from '../../examples/schema-1.json';
import schema2 from '../../examples/schema-2.json';
import schema3 from '../../examples/schema-3.json';
import schema4 from '../../examples/schema-4.json';
import schema5 from '../../examples/schema-5.json';
import { newComposition, placedAt } from '../index';
import { CompositionInvalid, validateComposition } from './validate-composition';

const good = () => {
  const part = {
    id: 'p',
    name: 'Outline',
    shown: true,
    combine: 'add',
    feather: 0,
    inverted: false,
  };
  const points = [
    { x: 0, y: 0 },
    { x: 9, y: 0 },
    { x: 0, y: 9 },
  ];
  return {
    ...newComposition('Poster', { width: 300, height: 200 }),
    layers: [
      {
        ...{ id: 'a', kind: 'photo', name: 'Keeper', shown: true, locked: false, opacity: 1 },
        ...{ blending: 'normal', placement: placedAt({ x: 1, y: 2 }), source: 'f'.repeat(64) },
        size: { width: 10, height: 10 },
        maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
      },
    ],
    masks: [
      {
        ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0 },
        parts: [{ ...part, kind: 'outline', points }],
      },
    ],
  };
};

/** The places that are named when the good document is spoiled by `spoil`. */
function placesAfter(spoil: (document: ReturnType<typeof good>) => void): string[] {
  const document = good();
  spoil(document);
  try {
    validateComposition(document);
    return [];
  } catch (error) {
    if (!(error instanceof CompositionInvalid)) throw error;
    return error.problems.map((problem) => problem.where);
  }
}

describe('validateComposition', () => {
  it('opens the stored example of every schema version', () => {
    // All of the older schemas is in the present one.
    expect(validateComposition(schema1)).toEqual({ ...schema1, schema: 5 });
    expect(validateComposition(schema2)).toEqual({ ...schema2, schema: 5 });
    expect(validateComposition(schema3)).toEqual({ ...schema3, schema: 5 });
    expect(validateComposition(schema4)).toEqual({ ...schema4, schema: 5 });
    expect(validateComposition(schema5)).toEqual(schema5);
  });

  it('accepts a composition and returns it unchanged', () => {
    expect(validateComposition(good())).toEqual(good());
  });

  it.each([
    ['layers[0].opacity', (d) => Object.assign(d.layers[0] ?? {}, { opacity: 2 })],
    ['layers[0].blending', (d) => Object.assign(d.layers[0] ?? {}, { blending: 'glow' })],
    ['layers[0].placement.turn', (d) => Object.assign(d.layers[0]?.placement ?? {}, { turn: '3' })],
    ['layers[0].maskUse.lies', (d) => Object.assign(d.layers[0]?.maskUse ?? {}, { lies: [0, 0] })],
    ['layers[0].maskUse.mask', (d) => Object.assign(d.layers[0]?.maskUse ?? {}, { mask: 'x' })],
    ['masks[0].parts[0].kind', (d) => Object.assign(d.masks[0]?.parts[0] ?? {}, { kind: 'guess' })],
    ['masks[0].parts[0].points', (d) => Object.assign(d.masks[0]?.parts[0] ?? {}, { points: [1] })],
    ['canvas.width', (d) => Object.assign(d.canvas, { width: 0 })],
    ['canvas', (d) => Object.assign(d.canvas, { width: 30_000, height: 30_000 })],
    ['surprise', (d) => Object.assign(d, { surprise: 1 })],
    ['layers', (d) => d.layers.push(d.layers[0] as never)],
    ['title', (d) => Object.assign(d, { title: '' })],
  ] as [string, (d: ReturnType<typeof good>) => void][])(
    'names %s as the place that is wrong',
    (where, spoil) => {
      expect(placesAfter(spoil)).toContain(where);
    },
  );

  const picked = (recipe: unknown) => ({
    ...{ id: 'q', name: 'Picked', shown: true, combine: 'add', feather: 0, inverted: false },
    ...{ kind: 'picked', tiles: {}, recipe },
  });

  it.each([
    [{ by: 'guess' }],
    [{ by: 'reach', from: 'nowhere', points: [] }],
    [{ by: 'reach', from: 'layer', points: [{ x: 1, y: 2 }] }],
    [
      {
        by: 'sweep',
        from: 'layer',
        strokes: [{ mark: 'maybe', radius: 1, points: [] }],
        box: null,
      },
    ],
    [{ by: 'sweep', from: 'layer', strokes: [], box: { x: 0 } }],
    [{ by: 'marks', from: 'layer', marks: [{ mark: 'keep', fill: { x: 'a', y: 2 } }] }],
    [{ by: 'subject', name: 'Cup', confidence: 3 }],
    [{ by: 'subject', name: 'Cup', confidence: 0.5, more: 1 }],
    [{ by: 'laid', of: 7 }],
    [null],
  ])('refuses a part picked by %j', (recipe) => {
    const places = placesAfter((d) => d.masks[0]?.parts.push(picked(recipe) as never));
    expect(places).toContain('masks[0].parts[1].recipe');
  });

  const colour = { r: 1, g: 2, b: 3, alpha: 1 };

  it.each([
    [{ by: 'water' }],
    [{ by: 'colour', colour: { ...colour, r: 300 } }],
    [{ by: 'colour', colour: { ...colour, alpha: 2 } }],
    [{ by: 'round', from: { x: 0, y: 0 }, first: colour, last: colour }],
    [null],
  ])('refuses a layer filled with %j', (fill) => {
    const places = placesAfter((d) => {
      const { source: _, ...rest } = d.layers[0] as { source: string };
      d.layers[0] = { ...rest, kind: 'fill', fill } as never;
    });
    expect(places).toContain('layers[0].fill');
  });

  it('names an area whose mask is not there, and a layer of a kind that is not known', () => {
    const area = { mask: 'x', lies: [1, 0, 0, 1, 0, 0], turnedRound: false, inUse: true };
    expect(placesAfter((d) => Object.assign(d, { area }))).toContain('area.mask');
    const kind = placesAfter((d) => Object.assign(d.layers[0] ?? {}, { kind: 'guess' }));
    expect(kind).toContain('layers[0].kind');
  });

  it('says so when the document comes from a newer version', () => {
    expect(() => validateComposition({ ...good(), schema: 9 })).toThrow('newer Diplex');
  });

  it.each([[null], ['text'], [[]], [{}]])('refuses %j', (value) => {
    expect(() => validateComposition(value)).toThrow(CompositionInvalid);
  });
});
