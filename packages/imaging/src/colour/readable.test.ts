import { describe, expect, it } from 'vitest';
import { contrastOf } from './contrast';
import { contrastBefore, readableLike } from './readable';

const grey = (value: number) => ({ r: value, g: value, b: value });

describe('colours that can be read', () => {
  it('leaves a colour that can be read as it is', () => {
    const white = grey(1);
    expect(readableLike(white, [grey(0.1), grey(0.2)], 4.5)).toBe(white);
  });

  it('changes one as little as does, and keeps its hue', () => {
    const behind = [grey(0.3), grey(0.25), grey(0.35)];
    const rust = { r: 0.6, g: 0.35, b: 0.2 };
    const found = readableLike(rust, behind, 4.5);
    expect(contrastBefore(found, behind)).toBeGreaterThanOrEqual(4.5);
    // Much lighter or darker would do, too; warm it is in either case.
    expect(found.r).toBeGreaterThan(found.b);
    expect(contrastBefore(found, behind)).toBeLessThan(7);
  });

  it('gives the better of black and white where nothing is enough', () => {
    const behind = [grey(0), grey(0.46), grey(1)];
    expect([0, 1]).toContain(readableLike(grey(0.5), behind, 4.5).r);
    expect(contrastOf(grey(0), grey(1))).toBeCloseTo(21, 5);
  });
});
