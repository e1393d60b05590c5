import { zlibSync } from 'fflate';

const SIGNATURE = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];
/** Where a profile belongs: after the signature and the IHDR chunk with its length, type and checksum. */
export const PNG_PROFILE_AT = 8 + 4 + 4 + 13 + 4;

const CRC_TABLE = Uint32Array.from({ length: 256 }, (_, n) => {
  let c = n;
  for (let k = 0; k < 8; k++) c = c & 1 ? 0xedb88320 ^ (c >>> 1) : c >>> 1;
  return c;
});

function crc32(bytes: Uint8Array): number {
  let crc = 0xffffffff;
  for (const byte of bytes) crc = (CRC_TABLE[(crc ^ byte) & 0xff] as number) ^ (crc >>> 8);
  return (crc ^ 0xffffffff) >>> 0;
}

function chunk(type: string, body: Uint8Array): Uint8Array {
  const out = new Uint8Array(body.length + 12);
  const view = new DataView(out.buffer);
  view.setUint32(0, body.length);
  for (let i = 0; i < 4; i++) out[4 + i] = type.charCodeAt(i);
  out.set(body, 8);
  view.setUint32(8 + body.length, crc32(out.subarray(4, 8 + body.length)));
  return out;
}

/**
 * The chunk that gives a PNG an ICC profile (iCCP, PNG third edition 11.3.2.3); it goes in at
 * PNG_PROFILE_AT, and the samples stay as they are. `name` is plain ASCII of at most 79 characters.
 * Throws a TypeError when `head`, the file's first bytes, is not that of a PNG.
 */
export function pngProfileChunk(head: Uint8Array, icc: Uint8Array, name: string): Uint8Array {
  if (SIGNATURE.some((byte, i) => head[i] !== byte)) throw new TypeError('This is not a PNG.');
  const packed = zlibSync(icc);
  const body = new Uint8Array(name.length + 2 + packed.length);
  for (let i = 0; i < name.length; i++) body[i] = name.charCodeAt(i);
  // A zero ends the name, another says that the profile is deflated.
  body.set(packed, name.length + 2);
  return chunk('iCCP', body);
}
