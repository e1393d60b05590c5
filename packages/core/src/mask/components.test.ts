import { VIEW_COMPONENTS } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { rankComponents } from '../pick/rank-components';
import { componentCoverage, componentsIn, mixOf, VIEWED } from './components';

const part = {
  ...{
    id: 'p',
    kind: 'component' as const,
    name: 'Component',
    shown: true,
    combine: 'add' as const,
  },
  ...{ feather: 0, inverted: false, of: 'own' as const, samples: [] },
};

describe('components of a colour', () => {
  it('go from 0 to 1, with grey in the middle of those that go both ways', () => {
    for (const name of VIEW_COMPONENTS) {
      for (const r of [0, 0.4, 1]) {
        for (const g of [0, 0.7, 1]) {
          for (const b of [0, 0.5, 1]) {
            const value = VIEWED[name](r, g, b);
            expect(value).toBeGreaterThanOrEqual(-0.01);
            expect(value).toBeLessThanOrEqual(1.01);
          }
        }
      }
    }
    for (const name of ['OKLab a', 'OKLab b', 'warm-cool'] as const) {
      expect(VIEWED[name](0.4, 0.4, 0.4)).toBeCloseTo(0.5, 3);
    }
    expect(VIEWED['OKLab b'](0.9, 0.8, 0.1)).toBeGreaterThan(0.7);
    expect(VIEWED.range(0.9, 0.2, 0.4)).toBeCloseTo(0.7);
    expect(VIEWED.chroma(0.5, 0.5, 0.5)).toBeCloseTo(0, 2);
  });

  it('are spread between two points, either way round, with a gamma', () => {
    const at = (black: number, white: number, gamma: number, value: number) =>
      componentCoverage({ black, white, gamma }, value);
    expect(at(0.2, 0.6, 1, 0.4)).toBeCloseTo(0.5);
    expect(at(0.6, 0.2, 1, 0.5)).toBeCloseTo(0.25);
    expect(at(0.2, 0.6, 2, 0.3)).toBeCloseTo(0.5);
    expect([at(0.2, 0.6, 2, 0.1), at(0.2, 0.6, 2, 0.9)]).toEqual([0, 1]);
  });

  it('are those of a picture of premultiplied linear light', () => {
    const image = { width: 2, height: 1, data: Float32Array.of(0.1, 0.1, 0.1, 0.5, 0, 0, 0, 0) };
    const grey = { ...part, mix: { red: 1 }, black: 0, white: 1, gamma: 1 };
    const { data } = componentsIn(grey, image, 'light');
    expect(data[0]).toBeCloseTo(0.4845, 3);
    expect(data[1]).toBe(0);
    expect(mixOf({ red: 1, blue: -0.5 })(0.6, 0.9, 0.4)).toBeCloseTo(0.4);
  });
});

describe('components ranked by samples', () => {
  const [width, height] = [40, 20];
  // Left a warm grey, right a cool one of the same lightness, both noisy in lightness.
  const data = Uint8Array.from({ length: width * height * 3 }, (_, i) => {
    const p = Math.floor(i / 3);
    const shade = 120 + 40 * Math.sin(p * 12.9898);
    const warm = p % width < 20 ? 12 : -12;
    return shade + ([warm, 0, -warm][i % 3] as number);
  });
  const picture = { width, height, channels: 3 as const, data };
  const stroke = (mark: 'keep' | 'drop', x: number) => ({
    ...{ mark, radius: 4 },
    points: [
      { x, y: 5 },
      { x, y: 15 },
    ],
  });

  it('put what parts them first, and set the points between both', () => {
    const ranks = rankComponents(picture, [stroke('keep', 30), stroke('drop', 10)], 0);
    const names = ranks?.single.map(({ component }) => component) ?? [];
    expect(['warm-cool', 'OKLab b']).toContain(names[0]);
    expect(names.indexOf('lightness')).toBeGreaterThan(4);
    const best = ranks?.single[0];
    // What is kept is the cooler: the white point is the smaller one.
    expect(best?.white).toBeLessThan(best?.black ?? 0);
    expect(ranks?.fitted.separation).toBeGreaterThanOrEqual((best?.separation ?? 0) * 0.75);
    const value = mixOf(ranks?.fitted.mix ?? {});
    const coverage = (r: number, g: number, b: number) =>
      componentCoverage({ gamma: 1, black: 0, white: 1, ...ranks?.fitted }, value(r, g, b));
    expect(coverage(0.42, 0.47, 0.52)).toBeGreaterThan(0.8);
    expect(coverage(0.52, 0.47, 0.42)).toBeLessThan(0.1);
  });

  it('say nothing when one side was not sampled', () => {
    expect(rankComponents(picture, [stroke('keep', 30)], 0)).toBeNull();
  });
});
