import { type Composition, laidOut, newComposition, perform, setProfile } from '@diplex/document';
import { iccProfile, SPACES, TiffPages } from '@diplex/formats';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { FileRequestDto } from '../src/deliveries/delivery.dto';
import type { SourceDto } from '../src/sources/source.dto';
import { oneLayer, photoLayer } from './support/documents';
import { TestServer } from './support/test-server';

const [WIDTH, HEIGHT] = [32, 24];

let server: TestServer;
let plain: SourceDto;
let vivid: SourceDto;
let vivid16: SourceDto;

/** A picture of one colour in Display P3, tagged so, of 8 or 16 bits. */
async function tagged(colour: readonly number[], bits: 8 | 16): Promise<Buffer> {
  const icc = iccProfile(SPACES.p3);
  const count = WIDTH * HEIGHT * 3;
  const of = (i: number) => (colour[i % 3] ?? 0) * (bits === 8 ? 1 : 257);
  const bytes =
    bits === 8
      ? Uint8Array.from({ length: count }, (_, i) => of(i))
      : new Uint8Array(Uint16Array.from({ length: count }, (_, i) => of(i)).buffer);
  const out = Buffer.alloc(bytes.length + icc.length + 2000);
  const pages = new TiffPages(async (at, part) => void out.set(part, at), 'none');
  await pages.begin();
  await pages.strip(bytes);
  await pages.endPage({ width: WIDTH, height: HEIGHT, channels: 3, bits, icc });
  return out;
}

/** A colour that sRGB does not have. */
const VIVID = [250, 40, 60] as const;

beforeAll(async () => {
  server = await TestServer.start();
  const raw = { width: WIDTH, height: HEIGHT, channels: 3 as const };
  const samples = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => (i * 37) % 256);
  plain = await server.bringIn('plain.png', await sharp(samples, { raw }).png().toBuffer());
  vivid = await server.bringIn('vivid.tif', await tagged(VIVID, 8));
  vivid16 = await server.bringIn('vivid16.tif', await tagged(VIVID, 16));
});
afterAll(() => server.end());

function wide(source: SourceDto): Composition {
  return perform(oneLayer(source), setProfile, { profile: 'display-p3' }).composition;
}

async function deliver(document: Composition, request: Partial<FileRequestDto>): Promise<Buffer> {
  const { id } = await server.compose(document);
  const job = await server.deliver(id, 1, [{ contents: 'picture', ...request }]);
  expect(job).toMatchObject({ state: 'done', problem: null });
  return server.bytes(`deliveries/${job.delivery}/files/0`);
}

const own = (file: Buffer) => sharp(file, { ignoreIcc: true }).removeAlpha().raw().toBuffer();

function worst(a: ArrayLike<number>, b: ArrayLike<number>): number {
  let most = 0;
  for (let i = 0; i < b.length; i++) most = Math.max(most, Math.abs((a[i] ?? 0) - (b[i] ?? 0)));
  return most;
}

describe('a composition in Display P3', () => {
  it('keeps what a wide photograph shows beyond sRGB, at 8 and 16 bits', async () => {
    for (const source of [vivid, vivid16]) {
      const file = await own(await deliver(wide(source), { format: 'png', space: 'p3' }));
      expect(
        worst(
          file,
          Array.from(file, (_, i) => VIVID[i % 3] ?? 0),
        ),
      ).toBeLessThanOrEqual(1);
    }
  });

  it('where sRGB clips it', async () => {
    const narrow = await own(
      await deliver(oneLayer(vivid), { format: 'png', space: 'p3', bits: 8 }),
    );
    expect(Math.abs((narrow[0] ?? 0) - VIVID[0])).toBeGreaterThan(10);
    // The same composition in an sRGB file: a full red, and nothing below black.
    const clipped = await own(await deliver(wide(vivid), { format: 'png', space: 'srgb' }));
    expect(clipped[0]).toBe(255);
    expect(clipped[1]).toBeLessThan(10);
  });

  it('shows photographs of sRGB as they are, to the step, in files of sRGB', async () => {
    const before = await own(await deliver(oneLayer(plain), { format: 'png', bits: 8 }));
    const after = await own(await deliver(wide(plain), { format: 'png', bits: 8, space: 'srgb' }));
    expect(worst(after, before)).toBeLessThanOrEqual(1);
    // An independent engine reads the P3 file as the same colours.
    const p3 = await deliver(wide(plain), { format: 'png', bits: 8, space: 'p3' });
    const read = await sharp(p3).toColourspace('srgb').removeAlpha().raw().toBuffer();
    expect(worst(read, before)).toBeLessThanOrEqual(3);
  });

  it('gives floats in linear light what sRGB has no numbers for', async () => {
    const file = await deliver(wide(vivid16), { format: 'tiff', bits: 32, space: 'linear' });
    const { data } = await sharp(file, { ignoreIcc: true })
      .toColourspace('scrgb')
      .raw({ depth: 'float' })
      .toBuffer({ resolveWithObject: true });
    const [red, green] = new Float32Array(data.buffer, data.byteOffset, 4);
    expect(red).toBeGreaterThan(1.02);
    expect(green).toBeLessThan(-0.005);
  });

  it('gives tiles of its own, with 16 bits, and says which profiles there are', async () => {
    const path = `sources/${plain.hash}/levels/0/tiles/0/0`;
    expect(await server.bytes(path)).toHaveLength(WIDTH * HEIGHT * 3);
    expect(await server.bytes(`${path}?profile=display-p3`)).toHaveLength(WIDTH * HEIGHT * 6);
    const { status, body } = await server.ask<{ detail: string }>('GET', `${path}?profile=wide`);
    expect(status).toBe(400);
    expect(body.detail).toContain('srgb, display-p3');
  });

  it('says in an OpenRaster file that its layers were clipped', async () => {
    const document = laidOut(newComposition('Two', { width: WIDTH, height: HEIGHT }), [
      photoLayer(vivid, 'a'),
    ]);
    const { composition } = perform(document, setProfile, { profile: 'display-p3' });
    const { id } = await server.compose(composition);
    const job = await server.deliver(id, 1, [{ contents: 'openraster' }]);
    expect(job.files[0]?.remarks.join(' ')).toContain('clipped');
  });

  it('has a small picture in sRGB', async () => {
    const { id } = await server.compose(wide(vivid));
    const small = await own(await server.bytes(`compositions/${id}/thumbnail`));
    expect(small[0]).toBeGreaterThan(250);
    expect(small[1]).toBeLessThan(20);
  });
});
