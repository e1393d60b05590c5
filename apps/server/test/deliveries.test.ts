import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import ExifReader from 'exifreader';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { DeliveryDto, FileRequestDto } from '../src/deliveries/delivery.dto';
import type { SourceDto } from '../src/sources/source.dto';
import { oneLayer, opacityStep } from './support/documents';
import { type ProblemBody, TestServer } from './support/test-server';

const WIDTH = 48;
const HEIGHT = 32;

let server: TestServer;
let opaque: SourceDto;
let sheer: SourceDto;

/** 16 bits with a fine ramp that 8 bits cannot hold. */
function ramp(channels: 3 | 4): Uint16Array {
  const data = new Uint16Array(WIDTH * HEIGHT * channels);
  for (let p = 0; p < WIDTH * HEIGHT; p++) {
    const pixel = [20_000 + p * 9, 40_000 - p * 5, 3000 + p, p % 2 ? 65_535 : 32_768];
    data.set(pixel.slice(0, channels), p * channels);
  }
  return data;
}

function png(channels: 3 | 4): Promise<Buffer> {
  const raw = { width: WIDTH, height: HEIGHT, channels };
  return sharp(ramp(channels), { raw }).toColourspace('rgb16').png().toBuffer();
}

beforeAll(async () => {
  server = await TestServer.start();
  opaque = await server.bringIn('ramp.png', await png(3));
  sheer = await server.bringIn('sheer.png', await png(4));
  const rights = { title: 'Ramp & rail', credit: 'Hobnail & Wick', rights: 'CC-BY-4.0' };
  await server.ask('PATCH', `sources/${opaque.hash}`, rights);
});
afterAll(() => server.end());

/** A picture that is hard to make small. */
function noise(): Promise<Buffer> {
  const grains = { type: 'gaussian' as const, mean: 128, sigma: 60 };
  const create = {
    width: 300,
    height: 200,
    channels: 3 as const,
    background: '#888',
    noise: grains,
  };
  return sharp({ create }).png().toBuffer();
}

/** What a delivery of one file made. */
async function deliver(source: SourceDto, request: Partial<FileRequestDto>): Promise<Buffer> {
  const { id } = await server.compose(oneLayer(source, 'Poster: "A"/1'));
  const job = await server.deliver(id, 1, [{ contents: 'picture', ...request }]);
  expect(job).toMatchObject({ state: 'done', progress: 1, problem: null });
  expect(job.files[0]?.name).not.toMatch(/[:"/]/);
  return server.bytes(`deliveries/${job.delivery}/files/0`);
}

async function raw16(file: Buffer): Promise<Uint16Array> {
  const { data } = await sharp(file, { ignoreIcc: true })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  return new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.length));
}

describe('delivering', () => {
  it.each(['png', 'tiff'] as const)(
    'keeps 16 bits in %s, opaque and with alpha',
    async (format) => {
      for (const [source, channels] of [
        [opaque, 3],
        [sheer, 4],
      ] as const) {
        const file = await deliver(source, { format, bits: 16 });
        const facts = await sharp(file).metadata();
        expect(facts).toMatchObject({ width: WIDTH, height: HEIGHT, depth: 'ushort', channels });
        expect(facts.icc).toBeDefined();
        const got = await raw16(file);
        const wanted = ramp(channels);
        let worst = 0;
        got.forEach((value, i) => {
          worst = Math.max(worst, Math.abs(value - (wanted[i] ?? 0)));
        });
        expect(worst).toBeLessThanOrEqual(1);
      }
    },
  );

  it('rounds to 8 bits where they are asked for', async () => {
    const file = await deliver(opaque, { format: 'png', bits: 8 });
    const { data, info } = await sharp(file).raw().toBuffer({ resolveWithObject: true });
    expect(info).toMatchObject({ depth: 'uchar', channels: 3 });
    const wanted = ramp(3);
    data.forEach((value, i) => {
      expect(value).toBe(Math.round((wanted[i] ?? 0) / 257));
    });
  });

  it('obeys quality, and lays a JPEG on the colour asked for', async () => {
    const fine = await deliver(opaque, { format: 'jpeg', quality: 100 });
    const coarse = await deliver(opaque, { format: 'jpeg', quality: 5 });
    expect(coarse.length).toBeLessThan(fine.length);
    const laid = await deliver(sheer, { format: 'jpeg', quality: 100, backing: '#00ff00' });
    const white = await deliver(sheer, { format: 'jpeg', quality: 100 });
    const mean = async (file: Buffer) => (await sharp(file).stats()).channels.map((c) => c.mean);
    expect((await mean(laid))[2]).toBeLessThan(((await mean(white))[2] ?? 0) - 30);
  });

  it('makes lossless WebP at quality 100', async () => {
    const file = await deliver(opaque, { format: 'webp', quality: 100 });
    const same = await deliver(opaque, { format: 'png', bits: 8 });
    const plain = (picture: Buffer) => sharp(picture, { ignoreIcc: true }).raw().toBuffer();
    expect(Buffer.compare(await plain(file), await plain(same))).toBe(0);
  });

  it.each(['png', 'jpeg', 'webp', 'avif', 'tiff'] as const)(
    'writes profile and credits into %s',
    async (format) => {
      const file = await deliver(opaque, { format });
      const facts = await sharp(file).metadata();
      expect(facts.icc?.length).toBeGreaterThan(100);
      expect(facts.xmp?.toString()).toContain('Hobnail &amp; Wick');
      expect(facts.xmp?.toString()).toContain('CC-BY-4.0');
      const tags = ExifReader.load(file);
      expect(tags.Software?.description).toBe('Diplex');
      expect(tags.Artist?.description).toBe('Hobnail & Wick');
      expect(tags.Copyright?.description).toContain('Ramp & rail');
    },
  );

  it('says in each kind of file how many pixels go to an inch, where that was said', async () => {
    const silent = oneLayer(opaque);
    const said = { ...silent, canvas: { ...silent.canvas, perInch: 254 } };
    for (const format of ['png', 'jpeg', 'webp', 'tiff'] as const) {
      const { id } = await server.compose(said);
      const job = await server.deliver(id, 1, [{ contents: 'picture', format }]);
      const file = await server.bytes(`deliveries/${job.delivery}/files/0`);
      // A WebP has only its EXIF to say so.
      const inch = ExifReader.load(file).XResolution?.description;
      if (format === 'webp') expect(Number(inch)).toBe(254);
      else expect((await sharp(file).metadata()).density, format).toBe(254);
      expect(await sharp(file).stats(), format).toMatchObject({ isOpaque: true });
    }
  });

  it('refuses another revision than the saved one, and what a format does not have', async () => {
    const { id } = await server.compose(oneLayer(opaque));
    const ask = async (revision: number, file: object) => {
      const request = { revision, files: [{ contents: 'picture', ...file }] };
      return server.ask<ProblemBody>('POST', `compositions/${id}/deliveries`, request);
    };
    expect((await ask(9, { format: 'png' })).status).toBe(409);
    const deep = await ask(1, { format: 'jpeg', bits: 16 });
    expect(deep.status).toBe(400);
    expect(deep.body.detail).toMatch(/JPEG holds 8 bits/);
    expect((await ask(1, { format: 'gif' })).body.detail).toContain('format');
    expect((await ask(1, { contents: 'cut-out' })).body.detail).toContain('name one');
    expect((await ask(1, { contents: 'mask', layer: 'Moth' })).body.detail).toMatch(
      /no layer “Moth”.*ramp/,
    );
    const large = await ask(1, { format: 'webp', size: { by: 'width', value: 20_000 } });
    expect(large.body.detail).toMatch(/too many for WebP/);
    const cut = { contents: 'cut-out', layer: 'ramp.png', format: 'jpeg' };
    expect((await ask(1, cut)).body.detail).toMatch(/JPEG has no alpha/);
  });

  it('makes several files at a press, each named by its pattern, and one ZIP of them', async () => {
    const { id } = await server.compose(oneLayer(sheer, 'Set'));
    const job = await server.deliver(...[id, 1], [
      {
        contents: 'picture',
        format: 'jpeg',
        size: { by: 'longest', value: 24 },
        name: '{title} {width}x{height}',
      },
      { contents: 'cut-out', layer: 'sheer.png' },
      { contents: 'cut-out', layer: 'sheer.png' },
      { contents: 'mask', layer: 'sheer.png', name: '{number} {layer} mask' },
    ]);
    expect(job.files.map(({ name }) => name)).toEqual([
      ...['Set 24x16.jpg', 'Set - sheer.png.png', 'Set - sheer.png 2.png'],
      '4 sheer.png mask.png',
    ]);
    const zipped = unzipSync(await server.bytes(`deliveries/${job.delivery}/zip`));
    expect(Object.keys(zipped).sort()).toEqual(job.files.map(({ name }) => name).sort());
    const listed = await server.ask<DeliveryDto[]>('GET', `deliveries?composition=${id}`);
    expect(listed.body).toMatchObject([{ id: job.delivery, title: 'Set', files: job.files }]);
    await server.ask('DELETE', `deliveries/${job.delivery}`);
    expect((await server.ask('GET', `deliveries/${job.delivery}/files/0`)).status).toBe(404);
    expect(existsSync(join(server.data, 'deliveries', job.delivery ?? ''))).toBe(false);
  });

  it('keeps sets of files under names', async () => {
    const files = [{ contents: 'picture', format: 'webp', quality: 80 }];
    const kept = await server.ask('PUT', 'delivery-sets/For%20the%20web', { files });
    expect(kept.status).toBe(200);
    await server.ask('PUT', 'delivery-sets/For%20the%20web', { files: [...files, ...files] });
    const { body } = await server.ask<{ name: string; files: object[] }[]>('GET', 'delivery-sets');
    expect(body).toMatchObject([{ name: 'For the web', files: [...files, ...files] }]);
    await server.ask('DELETE', 'delivery-sets/For%20the%20web');
    expect((await server.ask('GET', 'delivery-sets')).body).toEqual([]);
  });

  it('stops, and leaves no file behind', async () => {
    const document = {
      ...oneLayer(opaque),
      canvas: { width: 4000, height: 4000, profile: 'srgb' as const, surround: 38 },
    };
    const { id } = await server.compose(document);
    for (const format of ['png', 'avif'] as const) {
      const job = await server.beginDelivery(id, 1, [{ contents: 'picture', format }]);
      await server.ask('DELETE', `jobs/${job.id}`);
      expect((await server.finished(job)).state).toBe('stopped');
    }
    const kept = await server.ask<DeliveryDto[]>('GET', 'deliveries');
    expect(kept.body.filter(({ composition }) => composition === id)).toEqual([]);
    const folders = readdirSync(join(server.data, 'deliveries'));
    expect(folders.sort()).toEqual(kept.body.map((delivery) => delivery.id).sort());
    expect((await server.ask<ProblemBody>('GET', 'jobs/none')).body.detail).toContain(
      'no such job',
    );
  });

  it('fails and says whose pixels are gone, instead of leaving them out', async () => {
    const create = { width: 40, height: 30, channels: 3, background: '#a06030' } as const;
    const picture = await sharp({ create }).png().toBuffer();
    const only = await server.bringIn('gone.png', picture);
    const { id } = await server.compose(oneLayer(only, 'Gone'));
    server.lose(only.hash);
    const job = await server.deliver(id, 1, [{ contents: 'picture' }]);
    expect(job.state).toBe('failed');
    expect(job.problem).toContain('the photograph of gone.png is not there any more');
    expect(job.problem).toContain('Bring the file in again');
    // Who asks after the end is told of the end.
    expect(await server.finished(job)).toEqual(job);
    await server.bringIn('gone.png', picture);
    expect((await server.deliver(id, 1, [{ contents: 'picture' }])).state).toBe('done');
  });

  it('makes the other files where one cannot be made, and says which and why', async () => {
    const source = await server.bringIn('noise.png', await noise());
    const { id } = await server.compose(oneLayer(source, 'Some'));
    const job = await server.deliver(id, 1, [
      { contents: 'picture', format: 'jpeg', mostBytes: 1000, name: 'tiny' },
      { contents: 'picture', format: 'png', name: 'whole' },
    ]);
    expect(job.state).toBe('done');
    expect(job.files.map(({ name }) => name)).toEqual(['whole.png']);
    expect(job.problem).toMatch(
      /^1 of 2 files could not be made\. tiny\.jpg: Not even at the least/,
    );
    const path = `deliveries?composition=${id}`;
    const told = await server.ask<{ failed: string[]; files: object[] }[]>('GET', path);
    const [kept] = told.body;
    expect(kept?.failed).toEqual([expect.stringContaining('tiny.jpg')]);
    expect(kept?.files).toHaveLength(1);
    const none = await server.deliver(id, 1, [
      { contents: 'picture', format: 'jpeg', mostBytes: 1000 },
      { contents: 'picture', format: 'webp', mostBytes: 1000 },
    ]);
    expect(none).toMatchObject({ state: 'failed', files: [] });
  });

  it('makes the quality give way to bytes, and says when nothing helps', async () => {
    const source = await server.bringIn('noise.png', await noise());
    const most = 20_000;
    for (const format of ['jpeg', 'webp'] as const) {
      const free = await deliver(source, { format, quality: 95 });
      const held = await deliver(source, { format, quality: 95, mostBytes: most });
      expect(free.length).toBeGreaterThan(most);
      expect(held.length).toBeLessThanOrEqual(most);
      expect(held.length).toBeGreaterThan(most * 0.8);
    }
    const { id } = await server.compose(oneLayer(source));
    const job = await server.deliver(id, 1, [
      { contents: 'picture', format: 'jpeg', mostBytes: 1000 },
    ]);
    expect(job.problem).toMatch(/Make it smaller in pixels/);
  });

  it('makes a picture smaller in light, and brings its detail out', async () => {
    const stripes = Buffer.from({ length: 96 * 64 * 3 } as ArrayLike<number>).fill(0);
    for (let p = 0; p < 96 * 64; p++) stripes.fill(p % 2 ? 255 : 0, p * 3, p * 3 + 3);
    const raw = { width: 96, height: 64, channels: 3 as const };
    const source = await server.bringIn(
      'stripes.png',
      await sharp(stripes, { raw }).png().toBuffer(),
    );
    const half = await deliver(source, { size: { by: 'percent', value: 50 } });
    const { data, info } = await sharp(half).raw().toBuffer({ resolveWithObject: true });
    expect(info).toMatchObject({ width: 48, height: 32 });
    // Half of the light is 188 in sRGB; the mean of the samples would be 128.
    expect(data[(16 * 48 + 20) * 3]).toBeGreaterThan(185);
    expect(data[(16 * 48 + 20) * 3]).toBeLessThan(191);
    const small = { size: { by: 'width', value: 150 } } as const;
    const noisy = await server.bringIn('noisy.png', await noise());
    const soft = await deliver(noisy, small);
    const sharper = await deliver(noisy, { ...small, sharpening: 1 });
    const spread = async (file: Buffer) => (await sharp(file).stats()).channels[0]?.stdev ?? 0;
    expect(await spread(sharper)).toBeGreaterThan(await spread(soft));
  });

  it('writes Display P3 as another colour engine does, within one step', async () => {
    const plain = await deliver(opaque, { format: 'png', bits: 8 });
    const wide = await deliver(opaque, { format: 'png', bits: 8, space: 'p3' });
    const facts = await sharp(wide).metadata();
    expect(facts.icc?.toString('latin1')).toContain('D\0i\0s\0p\0l\0a\0y\0 \0P\x003');
    const ours = await sharp(wide, { ignoreIcc: true }).raw().toBuffer();
    const theirs = await sharp(await sharp(plain).withIccProfile('p3').png().toBuffer(), {
      ignoreIcc: true,
    })
      .raw()
      .toBuffer();
    let [worst, changed] = [0, 0];
    const before = await sharp(plain, { ignoreIcc: true }).raw().toBuffer();
    ours.forEach((value, i) => {
      worst = Math.max(worst, Math.abs(value - (theirs[i] as number)));
      changed = Math.max(changed, Math.abs(value - (before[i] as number)));
    });
    expect(worst).toBeLessThanOrEqual(1);
    expect(changed).toBeGreaterThan(3);
    // And read back by that engine it is the picture again.
    const back = await sharp(wide).toColourspace('srgb').raw().toBuffer();
    back.forEach((value, i) => {
      expect(Math.abs(value - (before[i] as number))).toBeLessThanOrEqual(2);
    });
  });

  it('writes linear light, in 16 bits and in floats', async () => {
    const light = await deliver(opaque, { format: 'tiff', bits: 16, space: 'linear' });
    const linear = await raw16(light);
    const floats = await deliver(opaque, { format: 'tiff', bits: 32, space: 'linear' });
    const facts = await sharp(floats).metadata();
    expect(facts).toMatchObject({ depth: 'float', channels: 3, width: WIDTH, height: HEIGHT });
    const { data } = await sharp(floats, { ignoreIcc: true })
      .toColourspace('scrgb')
      .raw({ depth: 'float' })
      .toBuffer({ resolveWithObject: true });
    const light32 = new Float32Array(
      data.buffer.slice(data.byteOffset, data.byteOffset + data.length),
    );
    expect(light32.length).toBe(WIDTH * HEIGHT * 3);
    ramp(3).forEach((value, i) => {
      const share = value / 65_535;
      const wanted = share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
      expect(Math.abs((linear[i] as number) / 65_535 - wanted)).toBeLessThan(3e-5);
      expect(Math.abs((light32[i] as number) - wanted)).toBeLessThan(3e-5);
    });
  });

  it('cuts a layer out with its own colours, as large as the canvas or as what shows', async () => {
    const { id, document } = await server.compose(oneLayer(opaque, 'Cut'));
    const [layer] = Object.values(document.layers);
    if (!layer) throw new Error('There is a layer.');
    const moved = await server.compose({
      ...document,
      ...{ canvas: { ...document.canvas, width: 100, height: 80 } },
      layers: { [layer.id]: { ...layer, opacity: 0.3, name: 'Ramp' } },
    });
    expect(id).not.toBe(moved.id);
    const job = await server.deliver(moved.id, 1, [
      { contents: 'cut-out', layer: 'Ramp', bits: 16 },
      { contents: 'cut-out', layer: layer.id, bits: 16, extent: 'trimmed' },
      { contents: 'mask', layer: 'Ramp', format: 'tiff' },
    ]);
    const files = await Promise.all(
      job.files.map(({ place }) => server.bytes(`deliveries/${job.delivery}/files/${place}`)),
    );
    const [whole, trimmed, mask] = files as [Buffer, Buffer, Buffer];
    expect(await sharp(whole).metadata()).toMatchObject({ width: 100, height: 80, channels: 4 });
    expect(await sharp(trimmed).metadata()).toMatchObject({ width: WIDTH, height: HEIGHT });
    const samples = await raw16(trimmed);
    const wanted = ramp(3);
    const channels = samples.length / (WIDTH * HEIGHT);
    for (let p = 0; p < WIDTH * HEIGHT; p++) {
      expect(
        Math.abs((samples[p * channels] as number) - (wanted[p * 3] as number)),
      ).toBeLessThanOrEqual(1);
    }
    expect(await sharp(mask).metadata()).toMatchObject({
      width: 100,
      depth: 'ushort',
      channels: 1,
    });
    const grey = await sharp(mask).toColourspace('grey16').raw({ depth: 'ushort' }).toBuffer();
    expect(grey.readUInt16LE((10 * 100 + 10) * 2)).toBe(65_535);
    expect(grey.readUInt16LE((70 * 100 + 90) * 2)).toBe(0);
  });

  it('writes layers as pages of one TIFF', async () => {
    const { id } = await server.compose(oneLayer(sheer, 'Pages'));
    const job = await server.deliver(id, 1, [{ contents: 'layers', bits: 16 }]);
    expect(job.problem).toBeNull();
    const file = await server.bytes(`deliveries/${job.delivery}/files/0`);
    expect((await sharp(file).metadata()).pages).toBe(2);
    const page = async (number: number) =>
      sharp(file, { page: number }).raw({ depth: 'ushort' }).toBuffer();
    expect(Buffer.compare(await page(0), await page(1))).toBe(0);
  });

  describe('of several states', () => {
    async function twoStates() {
      const first = oneLayer(opaque, 'States');
      const { document, entry } = opacityStep(first, 0.25);
      const history = { entries: [entry], position: 1 };
      const { body } = await server.ask<{ id: string }>('POST', 'compositions', {
        document,
        history,
      });
      const version = { name: 'Before all', document: first };
      const kept = await server.ask<{ id: string }>(
        'POST',
        `compositions/${body.id}/versions`,
        version,
      );
      return { id: body.id, version: `version:${kept.body.id}` };
    }

    async function made(id: string, file: FileRequestDto): Promise<Buffer> {
      const job = await server.deliver(id, 1, [file]);
      expect(job.problem).toBeNull();
      return server.bytes(`deliveries/${job.delivery}/files/0`);
    }

    const plain = (file: Buffer) => sharp(file, { ignoreIcc: true }).ensureAlpha().raw().toBuffer();

    it('lays before and after side by side, or parts them by a line', async () => {
      const { id, version } = await twoStates();
      const now = await plain(await made(id, { contents: 'picture' }));
      for (const before of ['step:0', version]) {
        const beside = await made(id, { contents: 'comparison', before });
        const { width = 0, height } = await sharp(beside).metadata();
        expect(width).toBeGreaterThan(2 * WIDTH);
        expect(height).toBe(HEIGHT);
        const rows = await plain(beside);
        // The last pixel of a row is now, the first is what it was.
        expect(rows.subarray((width - 1) * 4, width * 4)).toEqual(
          now.subarray((WIDTH - 1) * 4, WIDTH * 4),
        );
        expect(rows[3]).toBe(255);
        expect(now[3]).toBe(64);
        const split = await made(id, { contents: 'comparison', before, way: 'line', line: 0.25 });
        const halves = await plain(split);
        expect(halves.length).toBe(now.length);
        expect(halves[3]).toBe(255);
        expect(halves[12 * 4 + 3]).toBe(255);
        expect(halves.subarray(14 * 4, WIDTH * 4)).toEqual(now.subarray(14 * 4, WIDTH * 4));
      }
    });

    it('goes through states as an animation', async () => {
      const { id, version } = await twoStates();
      const states = [version, 'now', 'step:0'];
      const file = await made(id, { contents: 'animation', states, stays: 100 });
      const facts = await sharp(file, { animated: true }).metadata();
      expect(facts).toMatchObject({ pages: 3, pageHeight: HEIGHT, delay: [100, 100, 2500] });
      const alpha = async (page: number) =>
        (await sharp(file, { page }).ensureAlpha().raw().toBuffer())[3];
      expect(await alpha(0)).toBe(255);
      expect(await alpha(1)).toBeLessThan(80);
    });

    it('refuses states that there are not, and animations of one', async () => {
      const { id } = await twoStates();
      const ask = async (file: object) =>
        server.ask<ProblemBody>('POST', `compositions/${id}/deliveries`, {
          revision: 1,
          files: [file],
        });
      const late = await ask({ contents: 'comparison', before: 'step:7' });
      expect(late.body.detail).toMatch(/has 1 steps, and step 7/);
      expect((await ask({ contents: 'comparison', before: 'version:gone' })).status).toBe(404);
      expect((await ask({ contents: 'comparison', before: 'moth' })).status).toBe(400);
      expect((await ask({ contents: 'animation', states: ['now'] })).body.detail).toContain(
        '2 to 200',
      );
    });

    it('are laid on a sheet, and so are the sources with their credits', async () => {
      const { id } = await twoStates();
      for (const shows of ['versions', 'sources'] as const) {
        const file = await made(id, { contents: 'sheet', shows });
        const text = file.toString('latin1');
        expect(text).toMatch(/^%PDF-1\./);
        // The font is in it.
        expect(text).toContain('/FontFile2');
        expect(text.match(/\/Subtype \/Image/g)?.length).toBe(shows === 'versions' ? 2 : 1);
      }
    });
  });
});
