import ExifReader from 'exifreader';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type { JobDto } from '../src/exports/export.dto';
import type { SourceDto } from '../src/sources/source.dto';
import { oneLayer } from './support/documents';
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

async function finished(job: JobDto): Promise<JobDto> {
  const events = (await server.bytes(`jobs/${job.id}/events`)).toString();
  const last = events.trim().split('\n\n').at(-1) ?? '';
  return JSON.parse(last.replace(/^[\s\S]*data: /, '')) as JobDto;
}

async function deliver(source: SourceDto, request: object): Promise<Buffer> {
  const { id } = await server.compose(oneLayer(source, 'Poster: "A"/1'));
  const begun = await server.ask<JobDto>('POST', `compositions/${id}/exports`, {
    revision: 1,
    ...request,
  });
  expect(begun.status).toBe(202);
  const job = await finished(begun.body);
  expect(job).toMatchObject({ state: 'done', progress: 1, problem: null });
  expect(job.file).not.toMatch(/[:"/]/);
  return server.bytes(`jobs/${job.id}/file`);
}

async function raw16(file: Buffer): Promise<Uint16Array> {
  const { data } = await sharp(file, { ignoreIcc: true })
    .toColourspace('rgb16')
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true });
  return new Uint16Array(data.buffer.slice(data.byteOffset, data.byteOffset + data.length));
}

describe('delivering', () => {
  it.each(['png', 'tiff'])('keeps 16 bits in %s, opaque and with alpha', async (format) => {
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
  });

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

  it.each(['png', 'jpeg', 'webp', 'tiff'])('writes profile and credits into %s', async (format) => {
    const file = await deliver(opaque, { format });
    const facts = await sharp(file).metadata();
    expect(facts.icc?.length).toBeGreaterThan(100);
    expect(facts.xmp?.toString()).toContain('Hobnail &amp; Wick');
    expect(facts.xmp?.toString()).toContain('CC-BY-4.0');
    const tags = ExifReader.load(file);
    expect(tags.Software?.description).toBe('Diplex');
    expect(tags.Artist?.description).toBe('Hobnail & Wick');
    expect(tags.Copyright?.description).toContain('Ramp & rail');
  });

  it('refuses another revision than the saved one, and depths a format does not have', async () => {
    const { id } = await server.compose(oneLayer(opaque));
    const ask = (request: object) =>
      server.ask<ProblemBody>('POST', `compositions/${id}/exports`, request);
    expect((await ask({ format: 'png', revision: 9 })).status).toBe(409);
    expect((await ask({ format: 'jpeg', bits: 16, revision: 1 })).status).toBe(400);
    expect((await ask({ format: 'gif', revision: 1 })).body.detail).toContain('format');
  });

  it('stops, and leaves no file behind', async () => {
    const document = {
      ...oneLayer(opaque),
      canvas: { width: 4000, height: 4000, profile: 'srgb' as const, surround: 38 },
    };
    const { id } = await server.compose(document);
    const { body } = await server.ask<JobDto>('POST', `compositions/${id}/exports`, {
      format: 'png',
      revision: 1,
    });
    await server.ask('DELETE', `jobs/${body.id}`);
    expect((await finished(body)).state).toBe('stopped');
    expect((await server.ask('GET', `jobs/${body.id}/file`)).status).toBe(409);
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
    const deliver = async () => {
      const ask = { revision: 1, format: 'png' };
      return finished((await server.ask<JobDto>('POST', `compositions/${id}/exports`, ask)).body);
    };
    const job = await deliver();
    expect(job.state).toBe('failed');
    expect(job.problem).toContain('the photograph of gone.png is not there any more');
    expect(job.problem).toContain('Bring the file in again');
    // Who asks after the end is told of the end.
    expect(await finished(job)).toEqual(job);
    await server.bringIn('gone.png', picture);
    expect((await deliver()).state).toBe('done');
  });
});
