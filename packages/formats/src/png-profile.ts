import { zlibSync } from 'fflate';
import { chunk, PNG_SIGNATURE } from './png-chunks';

/** Where a profile belongs: after the signature and the IHDR chunk with its length, type and checksum. */
export const PNG_PROFILE_AT = 8 + 4 + 4 + 13 + 4;

/**
 * The chunk that gives a PNG an ICC profile (iCCP, PNG third edition 11.3.2.3); it goes in at
 * PNG_PROFILE_AT, and the samples stay as they are. `name` is plain ASCII of at most 79 characters.
 * Throws a TypeError when `head`, the file's first bytes, is not that of a PNG.
 */
export function pngProfileChunk(head: Uint8Array, icc: Uint8Array, name: string): Uint8Array {
  if (PNG_SIGNATURE.some((byte, i) => head[i] !== byte)) throw new TypeError('This is not a PNG.');
  const packed = zlibSync(icc);
  const body = new Uint8Array(name.length + 2 + packed.length);
  for (let i = 0; i < name.length; i++) body[i] = name.charCodeAt(i);
  // A zero ends the name, another says that the profile is deflated.
  body.set(packed, name.length + 2);
  return chunk('iCCP', body);
}
