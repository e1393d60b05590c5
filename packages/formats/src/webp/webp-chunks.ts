import { joined, letters, littleEndian } from '../bytes';

/** A part of a RIFF file: four letters, and what they say. */
export interface Chunk {
  readonly kind: string;
  readonly data: Uint8Array;
}

const HEAD = 8;

/** A chunk as it stands in a file: chunks begin at even places. */
export function chunkBytes({ kind, data }: Chunk): Uint8Array {
  const pad = new Uint8Array(data.length % 2);
  return joined([letters(kind), littleEndian(data.length, 4), data, pad]);
}

/**
 * The chunks of a WebP file.
 * @throws RangeError for what is not one, or not whole
 */
export function webpChunks(file: Uint8Array): Chunk[] {
  const view = new DataView(file.buffer, file.byteOffset, file.byteLength);
  const kindAt = (at: number) => String.fromCharCode(...file.subarray(at, at + 4));
  if (file.length < 12 || kindAt(0) !== 'RIFF' || kindAt(8) !== 'WEBP') {
    throw new RangeError('This is no WebP file.');
  }
  const chunks: Chunk[] = [];
  for (let at = 12; at < file.length; ) {
    const length = at + HEAD <= file.length ? view.getUint32(at + 4, true) : Number.NaN;
    if (!(at + HEAD + length <= file.length)) throw new RangeError('The WebP file is cut short.');
    chunks.push({ kind: kindAt(at), data: file.subarray(at + HEAD, at + HEAD + length) });
    at += HEAD + length + (length % 2);
  }
  return chunks;
}
