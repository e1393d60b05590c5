import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import type { Server } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import sharp from 'sharp';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { libraryServer } from '../src/library-server';

let folder: string;
let server: Server;
let address: string;

const LICENCES = [
  { name: 'Open', text: 'Anything.', allows: ['use', 'change', 'sell'], credit: false },
  { name: 'Editorial', text: 'As it is.', allows: ['use'], credit: true },
];
const ELEMENTS = [
  ['fire', 'Fire on black', ['sparks', 'night'], 'Open', 'as it is'],
  ['fire-left', 'Fire to the left', ['sparks'], 'Editorial', 'mirrored'],
].map(([id, title, words, licence, making]) => ({
  ...{ id, title, creator: 'The studio', words, licence, file: 'fire.png', making },
}));

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'diplex-library-'));
  // Red at the left, black at the right.
  const pixels = Uint8Array.from({ length: 40 * 20 * 3 }, (_, i) =>
    i % 3 === 0 && (i / 3) % 40 < 20 ? 200 : 0,
  );
  await sharp(pixels, { raw: { width: 40, height: 20, channels: 3 } })
    .png()
    .toFile(join(folder, 'fire.png'));
  const catalogue = { name: 'Tried', licences: LICENCES, elements: ELEMENTS };
  writeFileSync(join(folder, 'library.json'), JSON.stringify(catalogue));
  server = await libraryServer(folder);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const bound = server.address();
  address = `http://127.0.0.1:${typeof bound === 'object' ? bound?.port : ''}`;
});
afterAll(() => {
  server.close();
  rmSync(folder, { recursive: true, force: true });
});

async function ids(query: string): Promise<string[]> {
  const response = await fetch(`${address}/items?${query}`);
  const { items } = (await response.json()) as { items: { id: string }[] };
  return items.map(({ id }) => id);
}

describe('the library', () => {
  it('says its name, and what it has by words and by what is allowed', async () => {
    const named = await (await fetch(address)).json();
    expect(named).toEqual({ name: 'Tried', items: 2 });
    expect(await ids('')).toEqual(['fire', 'fire-left']);
    expect(await ids('words=FIRE+night')).toEqual(['fire']);
    expect(await ids('may=use')).toEqual(['fire', 'fire-left']);
    expect(await ids('may=change,sell')).toEqual(['fire']);
  });

  it('tells of an element with its extent and its licence in full', async () => {
    const told = await (await fetch(`${address}/items/fire-left`)).json();
    expect(told).toMatchObject({ width: 40, height: 20, creator: 'The studio' });
    expect(told).toMatchObject({ licence: { name: 'Editorial', text: 'As it is.', credit: true } });
  });

  it('hands out the very file, what is made of it, and a small picture', async () => {
    const red = async (path: string) => {
      const response = await fetch(`${address}/items/${path}`);
      const bytes = Buffer.from(await response.arrayBuffer());
      const { data, info } = await sharp(bytes)
        .removeAlpha()
        .raw()
        .toBuffer({ resolveWithObject: true });
      const middle = Math.floor(info.height / 2) * info.width;
      return [data[(middle + 4) * 3] ?? 0, data[(middle + info.width - 5) * 3] ?? 0];
    };
    expect(await red('fire/file')).toEqual([200, 0]);
    expect(await red('fire-left/file')).toEqual([0, 200]);
    const [left, right] = await red('fire-left/preview');
    expect(left).toBeLessThan(20);
    expect(right).toBeGreaterThan(170);
  });

  it('refuses what it does not know', async () => {
    const status = async (path: string, method = 'GET') =>
      (await fetch(`${address}${path}`, { method })).status;
    expect(await status('/items/water')).toBe(404);
    expect(await status('/items/..%2Flibrary.json/file')).toBe(404);
    expect(await status('/items?may=everything')).toBe(400);
    expect(await status('/items/fire', 'DELETE')).toBe(405);
  });
});
