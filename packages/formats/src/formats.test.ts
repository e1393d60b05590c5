import { PAINTED_TILE_SIZE } from '@diplex/document';
import { encode } from 'fast-png';
import { describe, expect, it } from 'vitest';
import { creditLines, creditsAsXmp } from './credits';
import { decodePaintedTile, encodePaintedTile, PaintedTileInvalid } from './painted-tile';
import { pngProfileChunk } from './png-profile';
import { type TiffTags, tiffTagPatches } from './tiff-tags';

const SIDE = PAINTED_TILE_SIZE;

describe('painted tiles', () => {
  it('keep every value of 16 bits', async () => {
    const pairs = Uint16Array.from({ length: SIDE * SIDE * 2 }, (_, i) => (i * 40503) & 0xffff);
    expect(decodePaintedTile(await encodePaintedTile(pairs))).toEqual(pairs);
  });

  it.each([
    ['no PNG at all', new Uint8Array([1, 2, 3])],
    [
      'a cut PNG',
      encode({
        ...{ width: SIDE, height: SIDE, depth: 16 as const, channels: 2 },
        data: new Uint16Array(SIDE * SIDE * 2),
      }).subarray(0, 60),
    ],
    [
      'another extent',
      encode({ width: 2, height: 2, data: new Uint16Array(8), depth: 16, channels: 2 }),
    ],
    [
      'another depth',
      encode({
        width: SIDE,
        height: SIDE,
        data: new Uint8Array(SIDE * SIDE * 2),
        depth: 8,
        channels: 2,
      }),
    ],
  ])('are refused when they are %s', (_, bytes) => {
    expect(() => decodePaintedTile(bytes)).toThrow(PaintedTileInvalid);
  });
});

describe('credits', () => {
  const wall = { title: 'Harbour wall', credit: 'Diplex demo studio', rights: 'CC0-1.0' };
  const lamps = { title: 'Lamps <soft>', credit: 'Hobnail & Wick', rights: 'CC-BY-4.0' };

  it('say each source once, and leave out what is not known', () => {
    const bare = { title: 'Bare', credit: ' ', rights: '' };
    expect(creditLines([wall, wall, bare])).toEqual([
      'Harbour wall: Diplex demo studio (CC0-1.0)',
      'Bare',
    ]);
  });

  it('are well-formed XML with every mark of theirs escaped', () => {
    const xmp = creditsAsXmp('A "poster" & more\u0007', [wall, lamps]);
    expect(xmp).toContain('<rdf:li>Hobnail &amp; Wick</rdf:li>');
    expect(xmp).toContain('Lamps &lt;soft&gt;');
    expect(xmp).toContain('A &quot;poster&quot; &amp; more<');
    const open = [...xmp.matchAll(/<([a-z]+:\w+)/gi)].map((match) => match[1]).sort();
    const closed = [...xmp.matchAll(/<\/([a-z]+:\w+)>/gi)].map((match) => match[1]).sort();
    expect(open).toEqual(closed);
  });
});

describe('pngProfileChunk', () => {
  it('refuses what is no PNG', () => {
    expect(() => pngProfileChunk(new Uint8Array(40), new Uint8Array(4), 'x')).toThrow(TypeError);
  });
});

/** The whole file with its patches. */
async function withTags(tiff: Uint8Array, tags: TiffTags): Promise<Uint8Array> {
  const read = async (at: number, length: number) => tiff.slice(at, at + length);
  const patches = await tiffTagPatches(read, tiff.length, tags);
  const end = Math.max(...patches.map(({ at, bytes }) => at + bytes.length));
  const out = new Uint8Array(end);
  out.set(tiff);
  for (const { at, bytes } of patches) out.set(bytes, at);
  return out;
}

describe('tiffTagPatches', () => {
  /** A directory with one tag (width 7) and a software tag that is to be replaced. */
  function smallTiff(): Uint8Array {
    const bytes = new Uint8Array(8 + 2 + 24 + 4);
    const view = new DataView(bytes.buffer);
    view.setUint32(0, 0x49492a00);
    view.setUint32(4, 8, true);
    view.setUint16(8, 2, true);
    for (const [i, tag, type, count, value] of [
      [0, 256, 3, 1, 7],
      [1, 305, 2, 2, 0x41],
    ] as const) {
      const at = 10 + i * 12;
      view.setUint16(at, tag, true);
      view.setUint16(at + 2, type, true);
      view.setUint32(at + 4, count, true);
      view.setUint32(at + 8, value, true);
    }
    return bytes;
  }

  function read(tiff: Uint8Array): Map<number, string> {
    const view = new DataView(tiff.buffer);
    const start = view.getUint32(4, true);
    const tags = new Map<number, string>();
    for (let i = 0; i < view.getUint16(start, true); i++) {
      const at = start + 2 + i * 12;
      const count = view.getUint32(at + 4, true);
      const from = count <= 4 ? at + 8 : view.getUint32(at + 8, true);
      const text = String.fromCharCode(...tiff.subarray(from, from + count)).replace('\0', '');
      tags.set(view.getUint16(at, true), text);
    }
    return tags;
  }

  it('adds tags in order, replaces those there are, and keeps the rest', async () => {
    const tags = {
      software: 'Diplex',
      artist: 'Pim',
      copyright: 'Für alle',
      icc: new Uint8Array(9),
    };
    const tiff = await withTags(smallTiff(), tags);
    const found = read(tiff);
    expect([...found.keys()]).toEqual([256, 305, 315, 33432, 34675]);
    expect(found.get(256)?.charCodeAt(0)).toBe(7);
    expect(found.get(305)).toBe('Diplex');
    expect(found.get(315)).toBe('Pim');
    expect(found.get(33432)).toBe('F?r alle');
    expect(tiff.subarray(8, 38)).toEqual(smallTiff().subarray(8, 38));
  });

  it('refuses what is no little-endian TIFF', async () => {
    await expect(withTags(new Uint8Array(40), {})).rejects.toThrow(TypeError);
  });
});
