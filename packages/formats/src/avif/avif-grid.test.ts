import sharp from 'sharp';
import { describe, expect, it } from 'vitest';
import { joined } from '../bytes';
import { avifOfTiles, type TileGrid, tileGrid } from './avif-grid';
import { codedPicture } from './coded-picture';

const [WIDTH, HEIGHT] = [300, 211];

/** Every pixel another than its neighbours, so that a tile in the wrong place is seen. */
const samples = Uint8Array.from({ length: WIDTH * HEIGHT * 4 }, (_, i) => {
  const p = i >> 2;
  const [x, y] = [p % WIDTH, Math.floor(p / WIDTH)];
  return [x % 256, y, (x * 3 + y * 5) % 256, 255 - ((x + y) % 200)][i % 4] as number;
});

function tileOf(grid: TileGrid, column: number, row: number, alpha: boolean): Promise<Buffer> {
  const [left, top] = [column * grid.tileWidth, row * grid.tileHeight];
  const width = Math.min(grid.tileWidth, WIDTH - left);
  const height = Math.min(grid.tileHeight, HEIGHT - top);
  const raw = { width: WIDTH, height: HEIGHT, channels: 4 as const };
  const [right, bottom] = [grid.tileWidth - width, grid.tileHeight - height];
  let image = sharp(samples, { raw }).extract({ left, top, width, height });
  image = image.extend({ right, bottom, extendWith: 'copy' });
  if (!alpha) image = image.removeAlpha();
  image = image.withXmp('<x/>').withExifMerge({ IFD0: { Artist: 'Hobnail' } });
  return image.avif({ lossless: true, effort: 0 }).toBuffer();
}

async function tilesOf(grid: TileGrid, alpha: boolean): Promise<Buffer[]> {
  const places = Array.from({ length: grid.columns * grid.rows }, (_, i) => i);
  const { columns } = grid;
  return Promise.all(places.map((i) => tileOf(grid, i % columns, Math.floor(i / columns), alpha)));
}

const GRID = tileGrid({ width: WIDTH, height: HEIGHT }, 100);
const EXTENT = { width: WIDTH, height: HEIGHT };

describe('an AVIF of tiles', () => {
  it.each([true, false])('is read as one picture, with alpha: %s', async (alpha) => {
    const file = Buffer.concat(avifOfTiles(await tilesOf(GRID, alpha), GRID, EXTENT));
    const facts = await sharp(file).metadata();
    expect(facts).toMatchObject({ width: WIDTH, height: HEIGHT, hasAlpha: alpha });
    expect(facts.xmp?.toString()).toBe('<x/>');
    const exif = facts.exif ?? Buffer.alloc(0);
    expect(exif.toString('latin1')).toContain('Hobnail');
    // The extent of the whole, least byte first, as a long or as a short.
    expect(exif.toString('hex')).toMatch(/02a00[34]00010000002c01/);
    expect(exif.toString('hex')).toMatch(/03a00[34]0001000000d300/);
    const seen = await sharp(file).ensureAlpha().raw().toBuffer();
    let most = 0;
    for (let i = 0; i < samples.length; i++) {
      const meant = i % 4 === 3 && !alpha ? 255 : (samples[i] as number);
      most = Math.max(most, Math.abs((seen[i] as number) - meant));
    }
    // What turning colours into lightness and two differences loses.
    expect(most).toBeLessThanOrEqual(3);
  });

  it('covers a picture by tiles that the codec need not divide', () => {
    expect(tileGrid({ width: 11_600, height: 8700 }, 2048)).toEqual({
      ...{ columns: 6, rows: 4, tileWidth: 1984, tileHeight: 2176 },
    });
    for (let length = 1; length < 3000; length += 7) {
      const { columns, tileWidth } = tileGrid({ width: length, height: 64 }, 256);
      expect(tileWidth % 64).toBe(0);
      expect(columns * tileWidth).toBeGreaterThanOrEqual(length);
      expect((columns - 1) * tileWidth).toBeLessThan(length);
    }
    expect(() => tileGrid({ width: 30_000, height: 64 }, 64)).toThrow(/at most 256/);
  });

  it('refuses tiles that do not make up the picture', async () => {
    const [tile] = await tilesOf(GRID, false);
    const [other] = await tilesOf(GRID, true);
    const two = { ...GRID, columns: 2, rows: 1 };
    const parts = [tile, other] as Buffer[];
    expect(() => avifOfTiles(parts.slice(1), two, EXTENT)).toThrow(/every place/);
    expect(() => avifOfTiles([...parts].reverse(), two, EXTENT)).toThrow(/alpha, or none/);
  });

  it('refuses what is no AVIF, and never reads beyond one that is cut or altered', async () => {
    const [tile = Buffer.alloc(0)] = await tilesOf(GRID, true);
    expect(codedPicture(tile).notes.map(({ kind }) => kind)).toEqual(['Exif', 'mime']);
    expect(() => codedPicture(Buffer.from('no picture'))).toThrow(RangeError);
    for (let length = 0; length < tile.length; length += 5) {
      expect(() => codedPicture(tile.subarray(0, length))).toThrow(RangeError);
    }
    const head = tile.indexOf('mdat');
    for (let at = 0; at < head; at++) {
      const altered = joined([tile.subarray(0, at), Uint8Array.of(255), tile.subarray(at + 1)]);
      try {
        const { colour } = codedPicture(altered);
        expect(colour.data.length).toBeLessThanOrEqual(tile.length);
      } catch (error) {
        expect(error).toBeInstanceOf(RangeError);
      }
    }
  });
});
