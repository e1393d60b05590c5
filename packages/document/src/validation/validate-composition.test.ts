import { describe, expect, it } from 'vitest';
import schema1 from '../../examples/schema-1.json';
import schema2 from '../../examples/schema-2.json';
import schema3 from '../../examples/schema-3.json';
import schema4 from '../../examples/schema-4.json';
import schema5 from '../../examples/schema-5.json';
import schema6 from '../../examples/schema-6.json';
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
    root: ['a'],
    layers: {
      a: {
        ...{ id: 'a', name: 'Keeper', shown: true, locked: false, opacity: 1, steps: [], edge: {} },
        ...{ blending: 'normal', placement: placedAt({ x: 1, y: 2 }) },
        content: { kind: 'photo', source: 'f'.repeat(64), size: { width: 10, height: 10 } },
        maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
      },
    },
    masks: {
      m: {
        ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0 },
        parts: [{ ...part, kind: 'outline', points }],
      },
    },
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
    for (const stored of [schema1, schema2, schema3, schema4, schema5, schema6]) {
      const { schema, title, root } = validateComposition(stored);
      expect([schema, title]).toEqual([7, stored.title]);
      expect(root.length).toBeGreaterThan(0);
    }
  });

  it('accepts a composition and returns it unchanged', () => {
    expect(validateComposition(good())).toEqual(good());
  });

  it.each([
    ['layers.a.opacity', (d) => Object.assign(d.layers.a ?? {}, { opacity: 2 })],
    ['layers.a.blending', (d) => Object.assign(d.layers.a ?? {}, { blending: 'glow' })],
    ['layers.a.placement.turn', (d) => Object.assign(d.layers.a?.placement ?? {}, { turn: '3' })],
    ['layers.a.maskUse.lies', (d) => Object.assign(d.layers.a?.maskUse ?? {}, { lies: [0, 0] })],
    ['layers.a.maskUse.mask', (d) => Object.assign(d.layers.a?.maskUse ?? {}, { mask: 'x' })],
    ['masks.m.parts[0].kind', (d) => Object.assign(d.masks.m?.parts[0] ?? {}, { kind: 'guess' })],
    ['masks.m.parts[0].points', (d) => Object.assign(d.masks.m?.parts[0] ?? {}, { points: [1] })],
    ['canvas.width', (d) => Object.assign(d.canvas, { width: 0 })],
    ['canvas', (d) => Object.assign(d.canvas, { width: 30_000, height: 30_000 })],
    ['surprise', (d) => Object.assign(d, { surprise: 1 })],
    ['root', (d) => d.root.push('a')],
    ['root', (d) => d.root.push('nobody')],
    ['layers.a', (d) => d.root.pop()],
    ['layers.a.id', (d) => Object.assign(d.layers.a, { id: 'b' })],
    ['layers.a', (d) => Object.assign(d.layers, { a: null })],
    [
      'layers.a.steps[0].values',
      (d) => Object.assign(d.layers.a, { steps: [{ id: 's', kind: 'levels' }] }),
    ],
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
    const places = placesAfter((d) => d.masks.m?.parts.push(picked(recipe) as never));
    expect(places).toContain('masks.m.parts[1].recipe');
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
      d.layers.a.content = { kind: 'fill', fill, size: { width: 10, height: 10 } } as never;
    });
    expect(places).toContain('layers.a.content.fill');
  });

  it('names an area whose mask is not there, and content of a kind that is not known', () => {
    const area = { mask: 'x', lies: [1, 0, 0, 1, 0, 0], turnedRound: false, inUse: true };
    expect(placesAfter((d) => Object.assign(d, { area }))).toContain('area.mask');
    const kind = placesAfter((d) => Object.assign(d.layers.a.content, { kind: 'guess' }));
    expect(kind).toContain('layers.a.content.kind');
  });

  const base = {
    ...{ id: 'q', name: 'Part', shown: true, combine: 'add', feather: 0, inverted: false },
  };
  const ramp = {
    ...{ ...base, kind: 'ramp', shape: 'straight', from: { x: 4, y: 4 }, to: { x: 4, y: 4 } },
    ...{ inner: 0, ratio: 1, falloff: 'smooth', curve: [0.3, 0, 0.7, 1] },
  };
  const tones = {
    ...base,
    kind: 'tones',
    component: 'red',
    of: 'own',
    low: [0.5, 0.6],
    high: [0.4, 1],
  };
  const component = {
    ...{ ...base, kind: 'component', mix: { red: 1 }, of: 'own', gamma: 1, samples: [] },
    ...{ black: 0.5, white: 0.5 },
  };

  it.each([
    ['to', ramp],
    ['high', tones],
    ['white', component],
  ])('refuses a part that could not be drawn, by its %s', (field, part) => {
    const places = placesAfter((d) => d.masks.m.parts.push(part as never));
    expect(places).toContain(`masks.m.parts[1].${field}`);
  });

  it('names what is wrong with a document of an earlier schema', () => {
    const twice = { ...schema5, layers: [schema5.layers[0], schema5.layers[0]] };
    expect(() => validateComposition(twice)).toThrow('layers: two have the id wall');
    expect(() => validateComposition({ schema: 3 })).toThrow('layers: must be a list');
  });

  it('says so when the document comes from a newer version', () => {
    expect(() => validateComposition({ ...good(), schema: 9 })).toThrow('newer Diplex');
  });

  it('takes lettering, coats, pushes, links, guides and a grid, and names the place of what is wrong in them', () => {
    const drawn = {
      unit: 0.1,
      glyphs: ['M0 0L10 0L5 9Z'],
      places: [{ glyph: 0, x: 1, y: 2, turn: 0 }],
    };
    const lettering = {
      ...{ kind: 'lettering', text: 'Pim', font: { family: 'Figtree', file: 'figtree' } },
      ...{ letterSize: 40, weight: 500, spacing: 0, lineHeight: 1.2, align: 'middle' },
      ...{ along: null, fill: null, stroke: null, drawn },
    };
    const lays = { by: 'taken', from: 'behind', onto: [1, 0, 0, 1, 3, 4], meets: 1 };
    const coat = { id: 'c', strokes: 1, tiles: { '-1,0': 'e'.repeat(64) }, lays };
    const withContent =
      (content: unknown, change: object = {}) =>
      (document: object) => {
        const { a } = (document as ReturnType<typeof good>).layers;
        Object.assign(a, { content, ...change });
      };
    const paint = (...coats: unknown[]) => ({ kind: 'paint', coats });
    const push = { strokes: 1, tiles: {}, reach: 9, amount: 0.5 };
    expect(placesAfter(withContent(lettering, { push, link: 'pair' }))).toEqual([]);
    expect(placesAfter(withContent(paint(coat, { ...coat, lays: { by: 'nothing' } })))).toEqual([]);
    expect(
      placesAfter((d) => Object.assign(d, { guides: [{ axis: 'x', at: 7 }], grid: { step: 50 } })),
    ).toEqual([]);
    const wrong: readonly [string, object][] = [
      ['layers.a.content.drawn', { ...lettering, drawn: { ...drawn, glyphs: ['<script>'] } }],
      ['layers.a.content.font', { ...lettering, font: { family: 'Figtree', file: '../x' } }],
      ['layers.a.content.along', { ...lettering, along: [{ x: 0, y: 0 }] }],
      ['layers.a.content.letterSize', { ...lettering, letterSize: 0 }],
      ['layers.a.content.coats', paint({ ...coat, tiles: { '0,0': 'no hash' } })],
      ['layers.a.content.coats', paint({ ...coat, lays: { ...lays, onto: [1, 0, 2, 0, 0, 0] } })],
      ['layers.a.content.coats', paint({ ...coat, lays: { by: 'magic' } })],
      ['layers.a.content.of', { kind: 'showing', of: 'nobody' }],
    ];
    for (const [place, content] of wrong) {
      expect(placesAfter(withContent(content)), place).toEqual([place]);
    }
    expect(placesAfter(withContent(lettering, { push: { ...push, reach: -1 } }))).toEqual([
      'layers.a.push.reach',
    ]);
    expect(placesAfter((d) => Object.assign(d, { grid: { step: 0 } }))).toEqual(['grid.step']);
  });

  it.each([[null], ['text'], [[]], [{}]])('refuses %j', (value) => {
    expect(() => validateComposition(value)).toThrow(CompositionInvalid);
  });
});
