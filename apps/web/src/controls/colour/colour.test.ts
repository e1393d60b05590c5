import type { Colour } from '@diplex/core';
import { colourIn, PROFILES } from '@diplex/document';
import { describe, expect, it } from 'vitest';
import { harmoniesOf } from './harmonies';
import { colourOf, colourOfHex, hexOf, MOST_CHROMA, oklchOf } from './oklch';

describe('oklch', () => {
  it('leads there and back for colours of sRGB, and takes chroma from what none has', () => {
    for (const hex of ['#d9a74a', '#000000', '#ffffff', '#1020ff', '#3c7a51']) {
      const colour = colourOfHex(hex);
      if (!colour) throw new Error(hex);
      for (const profile of PROFILES) {
        expect(hexOf(colourOf(oklchOf(colour, profile), profile))).toBe(hex);
      }
    }
    const tooMuch = oklchOf(colourOf({ l: 0.6, c: 0.32, h: 200 }, 'srgb'), 'srgb');
    expect(tooMuch.c).toBeLessThan(0.2);
    expect(tooMuch.h).toBeCloseTo(200, -0.7);
    expect(tooMuch.l).toBeCloseTo(0.6, 1);
  });

  it('reaches colours of Display P3 that sRGB has not, and means the same colour by other numbers', () => {
    const vivid = { l: 0.72, c: 0.27, h: 142 };
    const [narrow, wide] = PROFILES.map((profile) => oklchOf(colourOf(vivid, profile), profile));
    expect(wide?.c).toBeCloseTo(vivid.c, 2);
    expect(narrow?.c).toBeLessThan(vivid.c - 0.02);
    const quiet = { l: 0.6, c: 0.1, h: 30 };
    const [own, other] = PROFILES.map((profile) => colourOf(quiet, profile));
    if (!own || !other) throw new Error('There are two profiles.');
    expect(other).not.toEqual(own);
    const back = colourIn(other, 'display-p3', 'srgb');
    for (const c of ['r', 'g', 'b'] as const) expect(Math.abs(back[c] - own[c])).toBeLessThan(2);
    // The purest colours of each profile are on its wheel.
    for (const profile of PROFILES) {
      const chromas = ['#ff0000', '#00ff00', '#0000ff', '#ff00ff', '#ffff00', '#00ffff'].map(
        (hex) => oklchOf(colourOfHex(hex) as Colour, profile).c,
      );
      expect(Math.max(...chromas)).toBeLessThanOrEqual(MOST_CHROMA[profile]);
      expect(Math.max(...chromas)).toBeGreaterThan(MOST_CHROMA[profile] - 0.01);
    }
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
    const own = oklchOf({ r: 180, g: 110, b: 90 }, 'srgb');
    const found = Object.fromEntries(
      harmoniesOf({ r: 180, g: 110, b: 90 }, 'srgb').map(({ harmony, colours }) => [
        harmony,
        colours.map((colour) => Math.round((oklchOf(colour, 'srgb').h - own.h + 360) % 360)),
      ]),
    );
    const near = (value: number, goal: number) => Math.abs(value - goal) <= 3;
    expect(near(found.complement?.[0] ?? 0, 180)).toBe(true);
    expect(near(found.neighbours?.[1] ?? 0, 30)).toBe(true);
    expect(near(found.triad?.[0] ?? 0, 240)).toBe(true);
    expect(near(found.split?.[1] ?? 0, 210)).toBe(true);
    for (const { colours } of harmoniesOf({ r: 180, g: 110, b: 90 }, 'srgb')) {
      for (const colour of colours) expect(oklchOf(colour, 'srgb').l).toBeCloseTo(own.l, 1.7);
    }
  });
});
