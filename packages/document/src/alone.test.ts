import { describe, expect, it } from 'vitest';
import { aloneOnCanvas, behindGlass, coverageOnCanvas } from './alone';
import { type Composition, type Layer, laidOut, newComposition, plainLayer } from './composition';
import { placedAt } from './geometry/placement';

const at = placedAt({ x: 50, y: 40 });

function photo(id: string, change: Partial<Layer> = {}): Layer {
  const content = {
    kind: 'photo' as const,
    source: id.repeat(64).slice(0, 64),
    size: { width: 20, height: 10 },
  };
  return { ...plainLayer(id, id.toUpperCase(), content, at), ...change };
}

function group(id: string, children: readonly string[], change: Partial<Layer> = {}): Layer {
  const content = { kind: 'group' as const, children, mixing: 'isolated' as const };
  return { ...plainLayer(id, id.toUpperCase(), content, placedAt({ x: 3, y: 4 })), ...change };
}

const glass = plainLayer('g', 'Glass', { kind: 'glass' }, placedAt({ x: 0, y: 0 }));

function scene(layers: readonly Layer[], root: readonly string[]): Composition {
  return { ...laidOut(newComposition('Test', { width: 100, height: 80 }), layers), root };
}

/** The layers that are seen, by id. */
function seen(composition: Composition | null): string[] {
  const layers = Object.values(composition?.layers ?? {});
  return layers.filter(({ shown }) => shown).map(({ id }) => id);
}

describe('a layer alone on the canvas', () => {
  it('hides all others, and neither blends nor lets through', () => {
    const near = photo('b', { opacity: 0.3, blending: 'multiply', shown: false });
    const alone = aloneOnCanvas(scene([photo('a'), near, photo('c')], ['a', 'b', 'c']), 'b');
    expect(seen(alone)).toEqual(['b']);
    expect(alone?.layers.b).toMatchObject({ opacity: 1, blending: 'normal' });
    expect(alone?.layers.b?.placement).toEqual(at);
  });

  it('has only its own colours in its edge', () => {
    const use = { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] as const };
    const edge = { fringe: 0.2, fringeWhere: 'visible' as const, tint: 0.5, wrap: 0.4 };
    const cut = aloneOnCanvas(scene([photo('a', { edge, maskUse: use })], ['a']), 'a');
    expect(cut?.layers.a?.edge).toEqual({ fringe: 1 });
    const whole = aloneOnCanvas(scene([photo('a', { edge })], ['a']), 'a');
    expect(whole?.layers.a?.edge).toEqual({ fringe: 0.2 });
  });

  it('lies where the groups around it lay it, without what is done to them', () => {
    const step = {
      ...{ id: 's', kind: 'blur', version: 1, name: 'Blur', values: {}, shown: true, amount: 1 },
      ...{ blending: 'normal' as const, maskUse: null },
    };
    const around = group('x', ['a', 'b'], { opacity: 0.5, steps: [step] });
    const alone = aloneOnCanvas(scene([photo('a'), photo('b'), around], ['x']), 'b');
    expect(seen(alone)).toEqual(['b', 'x']);
    expect(alone?.layers.x).toMatchObject({ opacity: 1, steps: [], placement: around.placement });
  });

  it('is a group with all that is in it, as it is', () => {
    const inside = photo('a', { opacity: 0.4 });
    const alone = aloneOnCanvas(scene([inside, photo('b'), group('x', ['a'])], ['x', 'b']), 'x');
    expect(seen(alone)).toEqual(['a', 'x']);
    expect(alone?.layers.a).toBe(inside);
  });

  it('is none for a glass or a layer that is not there; a glass has its coverage', () => {
    const composition = scene([photo('a'), glass], ['a', 'g']);
    expect(aloneOnCanvas(composition, 'g')).toBeNull();
    expect(aloneOnCanvas(composition, 'z')).toBeNull();
    const shows = coverageOnCanvas(composition, 'g');
    expect(seen(shows)).toEqual(['g']);
    expect(shows?.layers.g?.content).toMatchObject({
      kind: 'fill',
      size: { width: 100, height: 80 },
    });
  });
});

describe('what a glass makes of what lies behind it', () => {
  it('has nothing nearer in it, and nothing from outside of an isolated group', () => {
    const dim = { ...glass, opacity: 0.2 };
    const open = behindGlass(scene([photo('a'), dim, photo('b')], ['a', 'g', 'b']), 'g');
    expect(seen(open)).toEqual(['a', 'g']);
    expect(open.layers.g?.opacity).toBe(1);
    const closed = scene(
      [photo('a'), photo('b'), glass, photo('c'), group('x', ['b', 'g', 'c'])],
      ['a', 'x'],
    );
    expect(seen(behindGlass(closed, 'g'))).toEqual(['b', 'g', 'x']);
    const through = group('x', ['b', 'g', 'c'], {
      content: { kind: 'group', children: ['b', 'g', 'c'], mixing: 'through' },
    });
    const passing = { ...closed, layers: { ...closed.layers, x: through } };
    expect(seen(behindGlass(passing, 'g'))).toEqual(['a', 'b', 'g', 'x']);
  });
});
