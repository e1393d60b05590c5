import { TiffPages } from '@diplex/formats';
import sharp, { type Sharp } from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { TestServer } from './support/test-server';

let server: TestServer;
beforeAll(async () => {
  server = await TestServer.start({
    DIPLEX_MAX_PIXELS: '1000000',
    DIPLEX_MAX_FILE_BYTES: '3000000',
  });
});
afterAll(() => server.end());

/** A TIFF of RGB at 16 bits in the space of a profile. */
async function taggedTiff(samples: Uint16Array, icc: Uint8Array): Promise<Buffer> {
  const out = Buffer.alloc(samples.byteLength + icc.length + 2000);
  const pages = new TiffPages(async (at, bytes) => void out.set(bytes, at), 'none');
  await pages.begin();
  const bytes = new Uint8Array(samples.buffer);
  for (let y = 0; y < HEIGHT; y += 64) {
    await pages.strip(bytes.subarray(y * WIDTH * 6, (y + 64) * WIDTH * 6));
  }
  await pages.endPage({ width: WIDTH, height: HEIGHT, channels: 3, bits: 16, icc });
  return out;
}

const WIDTH = 60;
const HEIGHT = 40;

/** A smooth picture with every channel different, red growing to the right and green downwards. */
function samples(bits: 8 | 16, channels: 3 | 4): Uint8Array | Uint16Array {
  const top = bits === 8 ? 255 : 65_535;
  const data = new (bits === 8 ? Uint8Array : Uint16Array)(WIDTH * HEIGHT * channels);
  for (let y = 0; y < HEIGHT; y++) {
    for (let x = 0; x < WIDTH; x++) {
      const pixel = [x / WIDTH, y / HEIGHT, 0.3, 0.25 + x / WIDTH / 2].slice(0, channels);
      data.set(
        pixel.map((v) => Math.round(v * top)),
        (y * WIDTH + x) * channels,
      );
    }
  }
  return data;
}

function picture(bits: 8 | 16, channels: 3 | 4): Sharp {
  const raw = { width: WIDTH, height: HEIGHT, channels };
  return sharp(samples(bits, channels), { raw }).toColourspace(bits === 16 ? 'rgb16' : 'srgb');
}

/** Level 0 as the page gets it. */
async function pixelsOf(hash: string, bits: number): Promise<Uint8Array | Uint16Array> {
  const bytes = await server.bytes(`sources/${hash}/levels/0/tiles/0/0`);
  if (bits === 8) return new Uint8Array(bytes);
  return new Uint16Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.length));
}

function worst(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let most = 0;
  for (let i = 0; i < a.length; i++) most = Math.max(most, Math.abs((a[i] ?? 0) - (b[i] ?? 0)));
  return most;
}

function mean(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let sum = 0;
  for (let i = 0; i < b.length; i++) sum += Math.abs((a[i] ?? 0) - (b[i] ?? 0));
  return sum / b.length;
}

describe('bringing pictures in', () => {
  it.each([
    ['8.png', 8, 3, () => picture(8, 3).png()],
    ['8-alpha.png', 8, 4, () => picture(8, 4).png()],
    ['16.png', 16, 3, () => picture(16, 3).png()],
    ['16-alpha.png', 16, 4, () => picture(16, 4).png()],
    ['16.tif', 16, 3, () => picture(16, 3).tiff({ compression: 'lzw' })],
    ['16-alpha.tif', 16, 4, () => picture(16, 4).tiff({ compression: 'deflate' })],
    ['8.tif', 8, 3, () => picture(8, 3).tiff({ compression: 'none' })],
    ['lossless.webp', 8, 4, () => picture(8, 4).webp({ lossless: true, exact: true })],
  ] as const)('keeps every sample of %s', async (name, bits, channels, encode) => {
    const source = await server.bringIn(name, await encode().toBuffer());
    expect(source).toMatchObject({ width: WIDTH, height: HEIGHT, bits, channels });
    expect(worst(await pixelsOf(source.hash, bits), samples(bits, channels))).toBe(0);
  });

  it.each([
    ['fine.jpg', 'JPEG', 6, () => picture(8, 3).jpeg({ quality: 98, chromaSubsampling: '4:4:4' })],
    ['fine.webp', 'WebP', 12, () => picture(8, 3).webp({ quality: 98 })],
    ['fine.avif', 'AVIF', 8, () => picture(8, 3).avif({ quality: 95, chromaSubsampling: '4:4:4' })],
  ] as const)('reads %s', async (name, format, tolerance, encode) => {
    const source = await server.bringIn(name, await encode().toBuffer());
    expect(source.format).toBe(format);
    expect(worst(await pixelsOf(source.hash, 8), samples(8, 3))).toBeLessThanOrEqual(tolerance);
  });

  it.each([1, 2, 3, 4, 5, 6, 7, 8])(
    'turns a picture upright, orientation %d',
    async (orientation) => {
      const file = await picture(8, 3).withMetadata({ orientation }).png().toBuffer();
      const source = await server.bringIn(`turned-${orientation}.png`, file);
      const upright = await sharp(file).autoOrient().raw().toBuffer({ resolveWithObject: true });
      expect([source.width, source.height]).toEqual([upright.info.width, upright.info.height]);
      expect(source.width).toBe(orientation > 4 ? HEIGHT : WIDTH);
      expect(worst(await pixelsOf(source.hash, 8), upright.data)).toBe(0);
    },
  );

  it('reads when and at which exposure a photograph was taken', async () => {
    const file = picture(8, 3).jpeg();
    const facts = { ExposureTime: '1/125', FNumber: '8/1', ISOSpeedRatings: '200' };
    const exif = { IFD2: { ...facts, DateTimeOriginal: '2026:05:01 12:30:00' } };
    const told = await server.bringIn('told.jpg', await file.clone().withExif(exif).toBuffer());
    expect(told.takenAt).toBe('2026-05-01T12:30:00');
    expect(told.exposure).toBeCloseTo(Math.log2((64 * 125) / 2), 3);
    const half = { IFD2: { ExposureTime: '1/125', FNumber: '8/1' } };
    const some = await server.bringIn('some.jpg', await file.clone().withExif(half).toBuffer());
    expect(some).toMatchObject({ takenAt: null, exposure: null });
  });

  it('reads where a photograph was taken, and says nothing where that is not whole', async () => {
    const file = picture(8, 3).jpeg({ quality: 91 });
    const where = { GPSLatitude: '54/1 19/1 2310/100', GPSLatitudeRef: 'N' };
    const whole = { ...where, GPSLongitude: '10/1 8/1 672/100', GPSLongitudeRef: 'W' };
    const told = await file.clone().withExif({ IFD3: whole }).toBuffer();
    expect((await server.bringIn('place.jpg', told)).place).toBe('54.32308° N, 10.13520° W');
    const half = await file.clone().withExif({ IFD3: where }).toBuffer();
    expect((await server.bringIn('half-place.jpg', half)).place).toBe('');
  });

  it('brings grey to three equal channels, 8 and 16 bits', async () => {
    for (const bits of [8, 16] as const) {
      const space = bits === 16 ? 'grey16' : 'b-w';
      const file = await picture(bits, 3).greyscale().toColourspace(space).png().toBuffer();
      expect((await sharp(file).metadata()).channels).toBe(1);
      const source = await server.bringIn(`grey-${bits}.png`, file);
      expect(source).toMatchObject({ bits, channels: 3 });
      const data = await pixelsOf(source.hash, bits);
      const depth = bits === 16 ? 'ushort' : 'uchar';
      const grey = await sharp(file).toColourspace(space).raw({ depth }).toBuffer();
      const values =
        bits === 16 ? new Uint16Array(grey.buffer, grey.byteOffset, WIDTH * HEIGHT) : grey;
      for (let p = 0; p < WIDTH * HEIGHT; p++) {
        const expected = [values[p], values[p], values[p]];
        expect([...data.subarray(p * 3, p * 3 + 3)]).toEqual(expected);
      }
    }
  });

  it('converts a wide profile to sRGB at 8 and at 16 bits', async () => {
    const wide8 = await picture(8, 3).withIccProfile('p3').png().toBuffer();
    const { icc } = await sharp(wide8).metadata();
    const plain = await sharp(wide8, { ignoreIcc: true }).raw().toBuffer();
    // The same picture in 16 bits, with the same profile.
    const wide16 = await taggedTiff(
      Uint16Array.from(plain, (v) => v * 257),
      icc ?? new Uint8Array(),
    );
    const original = samples(8, 3);
    expect(mean(plain, original)).toBeGreaterThan(5);
    for (const [bits, file] of [
      [8, wide8],
      [16, wide16],
    ] as const) {
      const source = await server.bringIn(`wide-${bits}.${bits === 8 ? 'png' : 'tif'}`, file);
      expect(source.profile).not.toContain('not tagged');
      expect(source.bits).toBe(bits);
      // Made from sRGB, so it comes back to where it began, but for what rounding took.
      const data = await pixelsOf(source.hash, bits);
      const back = bits === 16 ? Float32Array.from(data, (v) => v / 257) : data;
      expect(mean(back, original)).toBeLessThan(1);
    }
  });

  it('converts CMYK to sRGB', async () => {
    const file = await picture(8, 3)
      .toColourspace('cmyk')
      .withIccProfile('cmyk')
      .jpeg({ quality: 100 })
      .toBuffer();
    expect((await sharp(file).metadata()).space).toBe('cmyk');
    const source = await server.bringIn('print.jpg', file);
    expect(source).toMatchObject({ channels: 3, bits: 8 });
    const data = await pixelsOf(source.hash, 8);
    // Print cannot hold every colour, but red still grows to the right and green downwards.
    const at = (x: number, y: number) => data.subarray((y * WIDTH + x) * 3);
    expect(at(55, 5)[0]).toBeGreaterThan((at(5, 5)[0] ?? 0) + 100);
    expect(at(5, 35)[1]).toBeGreaterThan((at(5, 5)[1] ?? 0) + 60);
  });

  it('stores the same file once', async () => {
    const file = await picture(8, 3).png({ compressionLevel: 3 }).toBuffer();
    const first = await server.send([['once.png', file]]);
    const second = await server.send([['twice.png', file]]);
    expect(first.body.results?.[0]?.outcome).toBe('added');
    expect(second.body.results?.[0]).toMatchObject({
      outcome: 'known',
      source: { name: 'once.png' },
    });
  });

  it('takes the good files of a request and names the bad ones', async () => {
    const good = await picture(8, 3).png({ compressionLevel: 1 }).toBuffer();
    const large = await sharp({
      create: { width: 1100, height: 1000, channels: 3, background: '#888' },
    })
      .png()
      .toBuffer();
    const { status, body } = await server.send([
      ['good.png', good],
      ['cut.png', good.subarray(0, good.length / 2)],
      ['large.png', large],
      ['heavy.tif', new Uint8Array(3_100_000)],
      ['empty.jpg', new Uint8Array(0)],
    ]);
    expect(status).toBe(200);
    const outcomes = body.results?.map(({ file, outcome, problem }) => [
      file,
      outcome,
      problem?.type.split('/').at(-1) ?? '',
    ]);
    expect(outcomes).toEqual([
      ['good.png', 'added', ''],
      ['cut.png', 'refused', 'broken-picture'],
      ['large.png', 'refused', 'picture-too-large'],
      ['heavy.tif', 'refused', 'file-too-large'],
      ['empty.jpg', 'refused', 'not-a-picture'],
    ]);
    for (const { file, problem } of body.results?.slice(1) ?? [])
      expect(problem?.detail).toContain(file);
  });

  it('answers with problem details when every file was refused', async () => {
    const { status, body } = await server.send([['note.png', Buffer.from('no picture')]]);
    expect(status).toBe(422);
    expect(body.detail).toContain('note.png');
  });
});
