import {
  type Composition,
  type Layer,
  type LayerEdge,
  laidOut,
  type Mask,
  newComposition,
  placedAt,
  plainLayer,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { graphOf } from '../graph/composition-graph';
import { damage } from '../graph/damage';
import { isNowhere } from '../graph/region';
import { entryReach } from './enter-edge';
import { renderComposition } from './render-composition';

const SIDE = 128;
const flat = (id: string, r: number, g: number, b: number): Layer => {
  const fill = { by: 'colour' as const, colour: { r, g, b, alpha: 1 } };
  const content = { kind: 'fill' as const, fill, size: { width: SIDE, height: SIDE } };
  return plainLayer(id, id, content, placedAt({ x: SIDE / 2, y: SIDE / 2 }));
};

/** A dark thing, cut by a box from 40 on, before a bright red one. */
function scene(edge: LayerEdge, red = 255): Composition {
  const thing: Layer = {
    ...flat('thing', 20, 30, 40),
    edge,
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  const box = {
    ...{ id: 'b', kind: 'box' as const, name: 'Box', shown: true, combine: 'add' as const },
    ...{ feather: 0, inverted: false, x: 40, y: -10, width: 200, height: 200 },
  };
  const mask: Mask = {
    ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0, parts: [box] },
  };
  const empty = newComposition('Tint', { width: SIDE, height: SIDE });
  return laidOut(empty, [flat('behind', red, 0, 0), thing], [mask]);
}

const whole = { x: 0, y: 0, width: SIDE, height: SIDE };
const reader = { level: () => undefined, paintedTile: () => undefined };
const row = (composition: Composition) => {
  const { data } = renderComposition(composition, whole, 1, reader);
  return (x: number) => data[(64 * SIDE + x) * 4] as number;
};

describe('an edge tint', () => {
  const plain = row(scene({}));
  const tinted = row(scene({ tint: 0.6, tintWidth: 12 }));

  it('lets what lies behind in at the edge, and less and less toward the inside', () => {
    expect(tinted(40)).toBeGreaterThan(0.4);
    expect(tinted(40)).toBeLessThan(0.62);
    expect(tinted(46)).toBeLessThan(tinted(41) * 0.6);
    for (const x of [10, 39, 70, 120]) expect(tinted(x)).toBeCloseTo(plain(x), 4);
  });

  it('has an amount and a width', () => {
    const weak = row(scene({ tint: 0.3, tintWidth: 12 }));
    expect(weak(41) - plain(41)).toBeCloseTo((tinted(41) - plain(41)) / 2, 3);
    const wide = row(scene({ tint: 0.6, tintWidth: 40 }));
    expect(wide(55)).toBeGreaterThan(tinted(55) * 3);
    expect(entryReach({ way: 'tint', amount: 0, width: 10 }, 1)).toBe(0);
    expect(entryReach({ way: 'tint', amount: 1, width: 10 }, 0.01)).toBe(0);
  });

  it('follows what lies behind, and has it drawn again', () => {
    const [before, after] = [scene({ tint: 0.6 }), scene({ tint: 0.6 }, 60)];
    expect(row(after)(40)).toBeLessThan(row(before)(40) / 4);
    const [was, is] = [before, after].map((value) =>
      graphOf(value).layer(value.layers.thing as Layer),
    );
    const looks = [before, after].map((value, i) => {
      const nodes = [was, is][i];
      if (!nodes) throw new Error('There is a thing.');
      return graphOf(value).laidOn(value.layers.thing as Layer, nodes, nodes.behind, {
        opacity: 1,
        blending: 'normal',
      });
    });
    expect(isNowhere(damage(looks[0] as never, looks[1] as never, 1))).toBe(false);
  });
});

describe('light that wraps round a thing', () => {
  const plain = row(scene({}));
  const wrapped = row(scene({ wrap: 0.8, wrapWidth: 16 }));

  it('comes over the edge from what is bright behind it, and less and less toward the inside', () => {
    expect(wrapped(40)).toBeGreaterThan(plain(40) + 0.05);
    expect(wrapped(40)).toBeGreaterThan(wrapped(48));
    for (const x of [10, 39, 80, 120]) expect(wrapped(x)).toBeCloseTo(plain(x), 4);
  });

  it('comes over the edge of what ends by itself, without a mask', () => {
    const shaped = (edge: LayerEdge): Composition => {
      const frame = { x: 40, y: -10, width: 200, height: 200 };
      const shapes = [
        { id: 's', kind: 'box' as const, rule: 'unite' as const, turn: 0, radius: 0, ...frame },
      ];
      const fill = { by: 'colour' as const, colour: { r: 20, g: 30, b: 40, alpha: 1 } };
      const content = { kind: 'shape' as const, shapes, fill, stroke: null };
      const thing = { ...plainLayer('thing', 'thing', content, placedAt({ x: 0, y: 0 })), edge };
      const empty = newComposition('Tint', { width: SIDE, height: SIDE });
      return laidOut(empty, [flat('behind', 255, 0, 0), thing]);
    };
    const bare = row(shaped({}));
    const lit = row(shaped({ wrap: 0.8, wrapWidth: 16 }));
    for (const x of [40, 44, 48, 80]) {
      expect(bare(x)).toBeCloseTo(plain(x), 3);
      expect(lit(x)).toBeCloseTo(wrapped(x), 3);
    }
  });

  it('does not come from what is dark', () => {
    const dark = row(scene({ wrap: 0.8, wrapWidth: 16 }, 60));
    const bare = row(scene({}, 60));
    for (const x of [40, 44, 60]) expect(dark(x)).toBeCloseTo(bare(x), 4);
  });

  it('goes over an edge that was tinted', () => {
    const both = row(scene({ tint: 0.3, tintWidth: 6, wrap: 0.8, wrapWidth: 16 }));
    const tinted = row(scene({ tint: 0.3, tintWidth: 6 }));
    expect(both(42)).toBeGreaterThan(tinted(42));
  });
});
