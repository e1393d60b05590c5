import { describe, expect, it } from 'vitest';
import { NodeStore, plainFloats } from './node-store';

const rect = { x: 0, y: 0, width: 16, height: 16 };
const image = (value: number) => ({
  ...{ width: 16, height: 16 },
  data: new Float32Array(256).fill(value),
});
/** Room for three images of one plane. */
const store = () => new NodeStore(plainFloats(3 * 256 * 4));

describe('what was drawn', () => {
  it('is found by its key, its scale and a place inside it', () => {
    const kept = store();
    kept.begin();
    kept.keep('a', 1, rect, 1, image(7), 5);
    expect(kept.find('a', 1, { x: 4, y: 4, width: 3, height: 3 })?.image?.data[0]).toBe(7);
    expect(kept.find('a', 1, { x: 10, y: 4, width: 9, height: 3 })).toBeUndefined();
    expect(kept.find('a', 0.5, rect)).toBeUndefined();
    expect(kept.find('b', 1, rect)).toBeUndefined();
  });

  it('is a copy, and nothing at all is kept too', () => {
    const kept = store();
    const drawn = image(1);
    kept.begin();
    kept.keep('a', 1, rect, 1, drawn, 5);
    drawn.data.fill(2);
    expect(kept.find('a', 1, rect)?.image?.data[0]).toBe(1);
    kept.keep('none', 1, rect, 4, null, 5);
    expect(kept.find('none', 1, rect)).toMatchObject({ image: null });
  });

  it('makes room by letting go what is cheapest to draw again', () => {
    const kept = store();
    for (const [key, cost] of [
      ['dear', 90],
      ['cheap', 1],
      ['fair', 20],
    ] as const) {
      kept.begin();
      kept.keep(key, 1, rect, 1, image(cost), cost);
    }
    kept.begin();
    kept.keep('new', 1, rect, 1, image(0), 30);
    expect(
      ['dear', 'cheap', 'fair', 'new'].map((key) => kept.find(key, 1, rect) !== undefined),
    ).toEqual([true, false, true, true]);
  });

  it('lets go in the end of what is dear and never looked at', () => {
    const kept = store();
    kept.begin();
    kept.keep('dear', 1, rect, 1, image(1), 50);
    for (let i = 0; i < 400; i++) {
      kept.begin();
      kept.keep(`passing ${i}`, 1, rect, 1, image(i), 1);
    }
    expect(kept.find('dear', 1, rect)).toBeUndefined();
  });

  it('stays while a rendering looks at it, even if nothing more fits', () => {
    const kept = store();
    kept.begin();
    for (const key of ['a', 'b', 'c']) kept.keep(key, 1, rect, 1, image(1), 1);
    expect(kept.keep('d', 1, rect, 1, image(1), 99)).toBeUndefined();
    for (const key of ['a', 'b', 'c']) expect(kept.find(key, 1, rect)).toBeDefined();
    kept.clear();
    expect(kept.keep('d', 1, rect, 1, image(1), 99)).toBeDefined();
  });
});
