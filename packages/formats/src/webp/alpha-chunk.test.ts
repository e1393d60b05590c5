import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { alphaChunk } from './alpha-chunk';
import { canonicalCodes, codeLengths } from './prefix-code';
import { webpWithAlpha } from './webp-with-alpha';

const EXTENT = { width: 157, height: 90 };
const { width: WIDTH, height: HEIGHT } = EXTENT;

async function* rowsOf(alpha: Uint8Array, width = WIDTH): AsyncGenerator<Uint8Array> {
  for (let at = 0; at < alpha.length; at += width) yield alpha.subarray(at, at + width);
}

function filled(of: (x: number, y: number) => number): Uint8Array {
  return Uint8Array.from({ length: WIDTH * HEIGHT }, (_, i) =>
    of(i % WIDTH, Math.floor(i / WIDTH)),
  );
}

let seed = 1;
function random(): number {
  seed = (seed * 48_271) % 2_147_483_647;
  return seed / 2_147_483_647;
}

const ALPHAS = {
  opaque: filled(() => 255),
  'seen nowhere': filled(() => 0),
  'one pixel': filled((x, y) => (x === 70 && y === 30 ? 1 : 0)),
  'a soft disc': filled((x, y) =>
    Math.round(255 * Math.min(1, Math.max(0, (40 - Math.hypot(x - 80, y - 45)) / 9))),
  ),
  noise: filled(() => Math.floor(random() * 256)),
  'noise of few values': filled(() => (random() < 0.02 ? 200 : 0)),
  steps: filled((x, y) => ((x >> 3) * 37 + (y >> 2) * 91) % 256),
} as const;

describe('alpha of a WebP that was encoded without it', () => {
  const opaque = sharp({ create: { ...EXTENT, channels: 3, background: '#a05030' } })
    .withXmp('<x/>')
    .withIccProfile('srgb')
    .webp({ quality: 90 })
    .toBuffer();

  it.each(Object.entries(ALPHAS))('is read as it was: %s', async (_name, alpha) => {
    const chunk = await alphaChunk(WIDTH, () => rowsOf(alpha));
    const file = webpWithAlpha(await opaque, chunk, EXTENT);
    const facts = await sharp(file).metadata();
    expect(facts).toMatchObject({ ...EXTENT, hasAlpha: true });
    expect(facts.xmp?.toString()).toBe('<x/>');
    expect(facts.icc).toBeDefined();
    const seen = await sharp(file).extractChannel(3).raw().toBuffer();
    expect(Buffer.compare(seen, alpha)).toBe(0);
  });

  it('takes little where little is said', async () => {
    for (const name of ['opaque', 'one pixel'] as const) {
      expect((await alphaChunk(WIDTH, () => rowsOf(ALPHAS[name]))).length).toBeLessThan(700);
    }
    const disc = await alphaChunk(WIDTH, () => rowsOf(ALPHAS['a soft disc']));
    expect(disc.length).toBeLessThan((WIDTH * HEIGHT) / 5);
  });

  it('holds one wide row of runs longer than a run can be', async () => {
    const width = 16_383;
    const alpha = Uint8Array.from({ length: width }, (_, x) => (x < 9000 ? 255 : x % 2));
    const chunk = await alphaChunk(width, () => rowsOf(alpha, width));
    const plain = sharp({ create: { width, height: 1, channels: 3, background: '#000' } });
    const file = webpWithAlpha(await plain.webp().toBuffer(), chunk, { width, height: 1 });
    const seen = await sharp(file).extractChannel(3).raw().toBuffer();
    expect(Buffer.compare(seen, alpha)).toBe(0);
  });

  it('refuses a picture that was encoded without loss', async () => {
    const create = { ...EXTENT, channels: 3, background: '#123' } as const;
    const lossless = await sharp({ create }).webp({ lossless: true }).toBuffer();
    expect(() => webpWithAlpha(lossless, new Uint8Array(4), EXTENT)).toThrow(/no WebP with loss/);
  });
});

describe('a prefix code', () => {
  it('is whole and never longer than 15 bits, however uneven the counts', () => {
    // Each as many as all before it: the deepest tree there is.
    const uneven = Array.from({ length: 40 }, (_, i) => 2 ** i);
    for (const counts of [uneven, [1, 1], [5, 0, 3, 0, 1], [1, 1, 1, 1, 1, 1, 1]]) {
      const lengths = codeLengths(counts);
      expect(Math.max(...lengths)).toBeLessThanOrEqual(15);
      const used = lengths.filter((length) => length > 0);
      expect(used.length).toBe(counts.filter((count) => count > 0).length);
      expect(used.reduce((sum, length) => sum + 2 ** -length, 0)).toBe(1);
    }
  });

  it('says codes in order of length, then of symbol, their first bit lowest', () => {
    expect(canonicalCodes([2, 1, 0, 2])).toEqual([0b01, 0b0, 0, 0b11]);
  });
});
