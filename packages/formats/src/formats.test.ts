import { PAINTED_TILE_SIZE } from '@diplex/document';
import { encode } from 'fast-png';
import { describe, expect, it } from 'vitest';
import { creditLines, metadataAsXmp } from './credits';
import { decodePaintedTile, encodePaintedTile, PaintedTileInvalid } from './painted-tile';

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
    const xmp = metadataAsXmp({
      ...{ title: 'A "poster" & more\u0007', description: '', creator: 'Pim', credit: '' },
      ...{ rights: '', place: '', sources: [wall, lamps] },
    });
    expect(xmp).toContain('<rdf:li>Hobnail &amp; Wick</rdf:li>');
    expect(xmp).toContain('Lamps &lt;soft&gt;');
    expect(xmp).toContain('A &quot;poster&quot; &amp; more<');
    expect(xmp).not.toContain('Location');
    expect(xmp).not.toContain('description');
    const open = [...xmp.matchAll(/<([a-z]+:\w+)/gi)].map((match) => match[1]).sort();
    const closed = [...xmp.matchAll(/<\/([a-z]+:\w+)>/gi)].map((match) => match[1]).sort();
    expect(open).toEqual(closed);
  });
});
