import { describe, expect, it } from 'vitest';
import { harmoniesOf } from './harmonies';
import { colourOf, colourOfHex, hexOf, oklchOf } from './oklch';

describe('oklch', () => {
  it('leads there and back for colours of sRGB, and takes chroma from what none has', () => {
    for (const hex of ['#d9a74a', '#000000', '#ffffff', '#1020ff', '#3c7a51']) {
      const colour = colourOfHex(hex);
      if (!colour) throw new Error(hex);
      expect(hexOf(colourOf(oklchOf(colour)))).toBe(hex);
    }
    const tooMuch = oklchOf(colourOf({ l: 0.6, c: 0.32, h: 200 }));
    expect(tooMuch.c).toBeLessThan(0.2);
    expect(tooMuch.h).toBeCloseTo(200, -0.7);
    expect(tooMuch.l).toBeCloseTo(0.6, 1);
  });

  it('reads six digits or three, with and without a hash, and nothing else', () => {
    expect(colourOfHex('#fa0')).toEqual({ r: 255, g: 170, b: 0 });
    expect(colourOfHex(' 102030 ')).toEqual({ r: 16, g: 32, b: 48 });
    expect(['', '#12345', 'red', '#1234567', '#ggg'].map(colourOfHex)).toEqual(
      Array.from({ length: 5 }, () => null),
    );
  });
});

describe('harmoniesOf', () => {
  it('turns the hue and keeps the lightness', () => {
    const own = oklchOf({ r: 180, g: 110, b: 90 });
    const found = Object.fromEntries(
      harmoniesOf({ r: 180, g: 110, b: 90 }).map(({ harmony, colours }) => [
        harmony,
        colours.map((colour) => Math.round((oklchOf(colour).h - own.h + 360) % 360)),
      ]),
    );
    const near = (value: number, goal: number) => Math.abs(value - goal) <= 3;
    expect(near(found.complement?.[0] ?? 0, 180)).toBe(true);
    expect(near(found.neighbours?.[1] ?? 0, 30)).toBe(true);
    expect(near(found.triad?.[0] ?? 0, 240)).toBe(true);
    expect(near(found.split?.[1] ?? 0, 210)).toBe(true);
    for (const { colours } of harmoniesOf({ r: 180, g: 110, b: 90 })) {
      for (const colour of colours) expect(oklchOf(colour).l).toBeCloseTo(own.l, 1.7);
    }
  });
});
