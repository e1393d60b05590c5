import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { deflateSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { readFont } from './read-font';
import { setText } from './set-text';
import { unpackedFont } from './unpack-font';

const plain = readFileSync(new URL('../generated/figtree.ttf', import.meta.url));

/** A font packed as a WOFF; short tables as they are, as the format has it. */
function woffOf(font: Buffer): Uint8Array {
  const count = font.readUInt16BE(4);
  const tables = Array.from({ length: count }, (_, i) => {
    const at = 12 + i * 16;
    const [offset, length] = [font.readUInt32BE(at + 8), font.readUInt32BE(at + 12)];
    const data = font.subarray(offset, offset + length);
    const packed = deflateSync(data);
    const head = font.subarray(at, at + 8);
    return {
      tag: head.subarray(0, 4),
      sum: head.subarray(4),
      length,
      stored: packed.length < length ? packed : data,
    };
  });
  const header = Buffer.alloc(44 + 20 * count);
  header.write('wOFF', 0, 'latin1');
  font.copy(header, 4, 0, 4);
  header.writeUInt16BE(count, 12);
  let at = header.length;
  tables.forEach(({ tag, sum, length, stored }, i) => {
    const entry = 44 + 20 * i;
    tag.copy(header, entry);
    header.writeUInt32BE(at, entry + 4);
    header.writeUInt32BE(stored.length, entry + 8);
    header.writeUInt32BE(length, entry + 12);
    sum.copy(header, entry + 16);
    at += stored.length;
  });
  return Buffer.concat([header, ...tables.map(({ stored }) => stored)]);
}

const setting = {
  ...{ text: 'Kettle', letterSize: 80, weight: 500, spacing: 0, lineHeight: 1.2 },
  ...{ align: 'start' as const, along: null },
};

describe('unpackedFont', () => {
  it('unpacks a WOFF, and texts are drawn as in the font that was packed', async () => {
    const font = await unpackedFont(woffOf(plain));
    expect(setText(readFont(font), setting).drawn).toEqual(setText(readFont(plain), setting).drawn);
  });

  it('unpacks a WOFF2', async () => {
    const { resolve } = createRequire(import.meta.url);
    const file = resolve('@fontsource-variable/figtree/files/figtree-latin-wght-normal.woff2');
    const font = await unpackedFont(readFileSync(file));
    expect(setText(readFont(font), setting).drawn).toEqual(setText(readFont(plain), setting).drawn);
  });

  it('leaves other files as they are', async () => {
    expect(await unpackedFont(plain)).toBe(plain);
    const words = new TextEncoder().encode('no font at all');
    expect(await unpackedFont(words)).toBe(words);
  });

  it('refuses what is cut off or damaged, whichever way it is packed', async () => {
    const woff = woffOf(plain);
    const flipped = woff.slice();
    for (let i = 3000; i < 3400; i++) flipped[i] = (flipped[i] as number) ^ 0x5a;
    const huge = woff.slice();
    new DataView(huge.buffer, huge.byteOffset).setUint32(44 + 12, 0xff00_0000);
    for (const bad of [woff.slice(0, 900), woff.slice(0, 20), flipped, huge]) {
      await expect(unpackedFont(bad)).rejects.toThrow('damaged');
    }
    await expect(unpackedFont(new TextEncoder().encode('wOF2 and nothing'))).rejects.toThrow(
      'damaged',
    );
  });
});
