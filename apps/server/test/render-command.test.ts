import { execFile } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { strToU8, zipSync } from 'fflate';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { oneLayer } from './support/documents';
import { TestServer } from './support/test-server';

let server: TestServer;
let folder: string;
let hash: string;
let id: string;
let title: string;
let document: object;

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'diplex-render-'));
  server = await TestServer.start();
  const noise = { type: 'gaussian' as const, mean: 128, sigma: 40 };
  const create = { width: 90, height: 60, channels: 3 as const, background: '#888', noise };
  const png = await sharp({ create }).png().toBuffer();
  writeFileSync(join(folder, 'source'), png);
  const source = await server.bringIn('noise.png', png);
  hash = source.hash;
  ({ id } = await server.compose(oneLayer(source)));
  const { body } = await server.ask<{ document: { title: string } }>('GET', `compositions/${id}`);
  ({ document } = body);
  ({ title } = body.document);
});

afterAll(async () => {
  await server.end();
  rmSync(folder, { recursive: true, force: true });
});

/** Runs the command; gives what it said when it fails. */
async function render(...args: string[]): Promise<string> {
  const command = [join(import.meta.dirname, '../dist/render.js'), ...args];
  const env = { ...process.env, DIPLEX_DATA: server.data };
  return promisify(execFile)(process.execPath, command, { env }).then(
    () => '',
    (error: { stderr: string }) => error.stderr,
  );
}

function pixels(file: string): Promise<Buffer> {
  return sharp(join(folder, file)).removeAlpha().raw().toBuffer();
}

describe('the render command', () => {
  it('draws a composition by id and title while the server runs, whole and in part', async () => {
    expect(await render(id, join(folder, 'whole.png'))).toBe('');
    expect(await render(title, join(folder, 'part.png'), '--region', '10,5,20,12')).toBe('');
    const whole = await pixels('whole.png');
    const { width = 0 } = await sharp(join(folder, 'whole.png')).metadata();
    const part = await pixels('part.png');
    for (let y = 0; y < 12; y++) {
      const at = ((y + 5) * width + 10) * 3;
      expect(part.subarray(y * 60, (y + 1) * 60)).toEqual(whole.subarray(at, at + 60));
    }
    expect(await render(id, join(folder, 'small.png'), '--scale', '0.5')).toBe('');
    expect((await sharp(join(folder, 'small.png')).metadata()).width).toBe(Math.round(width / 2));
  });

  it('takes a name that begins with a dash for a name, and a value for a value', async () => {
    const called = { ...(document as Parameters<TestServer['compose']>[0]), title: '-2 stops' };
    await server.compose(called);
    expect(await render('-2 stops', join(folder, 'dash.png'), '--scale=0.5')).toBe('');
    expect((await sharp(join(folder, 'dash.png')).metadata()).width).toBeLessThan(90);
    const out = join(folder, 'none.png');
    expect(await render('-0', out)).toContain('There is no composition "-0"');
    expect(await render('-2 stops', out, '--region', '-5,x,1,1')).toContain('four whole numbers');
    expect(await render('-2 stops', out, '--sale', '1')).toContain("Unknown option '--sale'");
    expect(await render('-2 stops', out, '--scale')).toContain("'--scale <value>'");
  });

  it('draws a document and an archive to the same pixels', async () => {
    await render(id, join(folder, 'whole.png'));
    writeFileSync(join(folder, 'document.json'), JSON.stringify(document));
    const source = new Uint8Array(readFileSync(join(folder, 'source')));
    const json = strToU8(JSON.stringify(document));
    const archive = zipSync({ 'composition.json': json, [`blobs/${hash}`]: source });
    writeFileSync(join(folder, 'archive.zip'), archive);
    for (const from of ['document.json', 'archive.zip']) {
      expect(await render(join(folder, from), join(folder, 'again.png'))).toBe('');
      expect(await pixels('again.png')).toEqual(await pixels('whole.png'));
    }
  });

  it('says what is wrong and writes nothing', async () => {
    const out = join(folder, 'none.png');
    expect(await render('No such title', out)).toContain('There is no composition "No such title"');
    expect(await render(id, out, '--region', '1,2,x,4')).toContain('four whole numbers');
    expect(await render(id, out, '--scale', '0')).toContain('--scale needs a number');
    expect(await render(id, join(folder, 'none.gif'))).toContain('must end in .png, .jpg');
    writeFileSync(join(folder, 'broken.json'), '{"layers": 1');
    expect(await render(join(folder, 'broken.json'), out)).toContain(
      'broken.json holds no composition',
    );
    writeFileSync(join(folder, 'broken.zip'), 'PK');
    expect(await render(join(folder, 'broken.zip'), out)).toContain('is no readable archive');
    const json = strToU8(JSON.stringify(document));
    const wrong = zipSync({ 'composition.json': json, [`blobs/${hash}`]: new Uint8Array(9) });
    writeFileSync(join(folder, 'wrong.zip'), wrong);
    expect(await render(join(folder, 'wrong.zip'), out)).toContain('is damaged');
    writeFileSync(join(folder, 'bare.zip'), zipSync({ 'composition.json': json }));
    expect(await render(join(folder, 'bare.zip'), out)).toContain('is not whole');
    await expect(sharp(out).metadata()).rejects.toThrow();
  });
});
