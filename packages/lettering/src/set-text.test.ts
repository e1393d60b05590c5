import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { NoFont, readFont } from './read-font';
import { setText, type TextSetting } from './set-text';
import { SHIPPED_FONTS } from './shipped-fonts';

const fontNamed = (file: string) =>
  readFont(readFileSync(new URL(`../generated/${file}.ttf`, import.meta.url)));

const plain: TextSetting = {
  ...{ text: 'The Kettle Comet', letterSize: 100, weight: 400, spacing: 0, lineHeight: 1.2 },
  ...{ align: 'start', along: null },
};

describe('setText', () => {
  it('sets a word in every font that is shipped, heavier where it shall be heavier', () => {
    for (const { file, family } of SHIPPED_FONTS) {
      const font = fontNamed(file);
      expect(font.family.replace(' Thin', '')).toContain(family.split(' ')[0]);
      const { drawn } = setText(font, plain);
      // Fourteen letters, two of which some fonts draw as one.
      expect(drawn.places.length).toBeGreaterThanOrEqual(13);
      expect(new Set(drawn.glyphs).size).toBe(drawn.glyphs.length);
      const heavy = setText(font, { ...plain, weight: 700 });
      expect(heavy.drawn.glyphs).not.toEqual(drawn.glyphs);
    }
  });

  it('moves pairs together that would stand too far apart', () => {
    const font = fontNamed('figtree');
    const width = (text: string) => setText(font, { ...plain, text }).carets.at(-1)?.x ?? 0;
    expect(width('AV')).toBeLessThan(width('A') + width('V') - 1);
  });

  it('begins lines at its place, about it, or ends them there, one under the other', () => {
    const font = fontNamed('bitter');
    const two = { ...plain, text: 'Pim\nFenn', lineHeight: 1.5 };
    const left = setText(font, two).carets;
    const middle = setText(font, { ...two, align: 'middle' }).carets;
    const end = setText(font, { ...two, align: 'end' }).carets;
    expect(left[0]).toMatchObject({ x: 0, y: 0 });
    expect(left[4]).toMatchObject({ x: 0, y: 150 });
    expect((middle[0]?.x ?? 0) + (middle[3]?.x ?? 0)).toBeCloseTo(0, 9);
    expect(end[3]?.x).toBeCloseTo(0, 9);
    expect(end[8]?.x).toBeCloseTo(0, 9);
  });

  it('adds space between letters, none after the last', () => {
    const font = fontNamed('outfit');
    const widthAt = (spacing: number) =>
      setText(font, { ...plain, text: 'abcd', spacing }).carets.at(-1)?.x ?? 0;
    expect(widthAt(200) - widthAt(0)).toBeCloseTo(3 * 20, 6);
  });

  it('stands on a curve, each letter at its slope', () => {
    const font = fontNamed('oswald');
    const k = 0.5523 * 500;
    const arc = [
      { x: -500, y: 0, out: { x: -500, y: -k } },
      { x: 0, y: -500, in: { x: -k, y: -500 }, out: { x: k, y: -500 } },
      { x: 500, y: 0, in: { x: 500, y: -k } },
    ];
    const { drawn, carets } = setText(font, { ...plain, along: arc, align: 'middle' });
    for (const { x, y } of carets) expect(Math.hypot(x, y)).toBeCloseTo(500, 0);
    const turns = drawn.places.map(({ turn }) => turn);
    expect(turns).toEqual([...turns].sort((a, b) => a - b));
    // It stands about the middle of the curve, so the first leans as far as the last.
    expect((turns[0] ?? 0) + (turns.at(-1) ?? 0)).toBeCloseTo(0, -1);
  });

  it('sets nothing for no text, and a caret for it', () => {
    const { drawn, carets } = setText(fontNamed('figtree'), { ...plain, text: '' });
    expect(drawn.places).toEqual([]);
    expect(carets).toEqual([{ x: 0, y: 0, turn: 0 }]);
  });
});

describe('readFont', () => {
  it('says of bytes that are no font what would be one', () => {
    expect(() => readFont(new Uint8Array(400))).toThrow(NoFont);
    expect(() => readFont(new TextEncoder().encode('wOF2 and more'))).toThrow(
      /\.ttf, \.otf, \.woff/,
    );
    const cut = readFileSync(new URL('../generated/figtree.ttf', import.meta.url)).subarray(0, 90);
    expect(() => readFont(cut)).toThrow(NoFont);
  });
});
