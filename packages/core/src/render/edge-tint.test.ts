import {
  type Composition,
  type Layer,
  type Mask,
  newComposition,
  placedAt,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { damage } from './damage';
import { tintReach } from './edge-tint';
import { renderComposition } from './render-composition';

const SIDE = 128;
const flat = (id: string, r: number, g: number, b: number): Layer => ({
  ...{ id, kind: 'fill', name: id, shown: true, locked: false, opacity: 1, blending: 'normal' },
  ...{ placement: placedAt({ x: SIDE / 2, y: SIDE / 2 }), size: { width: SIDE, height: SIDE } },
  ...{ maskUse: null, fill: { by: 'colour', colour: { r, g, b, alpha: 1 } } },
});

/** A dark thing, cut by a box from 40 on, before a bright red one. */
function scene(change: Partial<Mask>, red = 255): Composition {
  const thing: Layer = {
    ...flat('thing', 20, 30, 40),
    maskUse: { mask: 'm', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] },
  };
  const box = {
    ...{ id: 'b', kind: 'box' as const, name: 'Box', shown: true, combine: 'add' as const },
    ...{ feather: 0, inverted: false, x: 40, y: -10, width: 200, height: 200 },
  };
  const mask: Mask = {
    ...{ id: 'm', name: 'Mask', startsFrom: 'empty', feather: 0, parts: [box], ...change },
  };
  const empty = newComposition('Tint', { width: SIDE, height: SIDE });
  return { ...empty, layers: [flat('behind', red, 0, 0), thing], masks: [mask] };
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
    expect(tintReach(scene({}).masks[0], 1)).toBe(0);
    expect(tintReach(scene({ tint: 1 }).masks[0], 0.01)).toBe(0);
  });

  it('follows what lies behind, and has it drawn again', () => {
    const [before, after] = [scene({ tint: 0.6 }), scene({ tint: 0.6 }, 60)];
    expect(row(after)(40)).toBeLessThan(row(before)(40) / 4);
    const moved = { ...before, layers: [flat('behind', 60, 0, 0), before.layers[1] as Layer] };
    expect(damage(before, moved)).not.toMatchObject({ width: 0 });
  });
});
