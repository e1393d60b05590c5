/** What can be written into a TIFF besides its picture (TIFF 6.0; ICC.1 annex B for the profile). */
export interface TiffTags {
  readonly description?: string;
  readonly artist?: string;
  readonly copyright?: string;
  readonly software?: string;
  readonly icc?: Uint8Array;
}

const ASCII = 2;
const UNDEFINED = 7;

const NUMBERS: Readonly<Record<keyof TiffTags, { tag: number; type: number }>> = {
  description: { tag: 270, type: ASCII },
  software: { tag: 305, type: ASCII },
  artist: { tag: 315, type: ASCII },
  copyright: { tag: 33432, type: ASCII },
  icc: { tag: 34675, type: UNDEFINED },
};

const ENTRY = 12;

/** A NUL-terminated ASCII string; what ASCII lacks becomes a question mark. */
function asciiBytes(text: string): Uint8Array {
  const plain = [...text].map((c) => (c >= ' ' && c <= '~' ? c : '?')).join('');
  return Uint8Array.from(`${plain}\0`, (c) => c.charCodeAt(0));
}

/**
 * A little-endian TIFF with more tags in its first directory. The picture's own bytes stay where
 * they are: a new directory is added at the end. Tags that are there already are replaced.
 * Throws a TypeError when the bytes are not such a TIFF.
 */
export function addTiffTags(tiff: Uint8Array, tags: TiffTags): Uint8Array {
  const view = new DataView(tiff.buffer, tiff.byteOffset, tiff.byteLength);
  if (tiff.length < 8 || view.getUint32(0, false) !== 0x49492a00) {
    throw new TypeError('This is not a little-endian TIFF.');
  }
  const added = (Object.keys(NUMBERS) as (keyof TiffTags)[]).flatMap((name) => {
    const value = tags[name];
    if (value === undefined) return [];
    const bytes = typeof value === 'string' ? asciiBytes(value) : value;
    return [{ ...NUMBERS[name], bytes }];
  });
  const directory = view.getUint32(4, true);
  const count = view.getUint16(directory, true);
  const kept = Array.from({ length: count }, (_, i) => {
    const at = directory + 2 + i * ENTRY;
    return { tag: view.getUint16(at, true), entry: tiff.slice(at, at + ENTRY) };
  }).filter(({ tag }) => added.every((each) => each.tag !== tag));
  const next = view.getUint32(directory + 2 + count * ENTRY, true);

  // Values and directories begin at even places.
  const even = (n: number) => n + (n & 1);
  let end = even(tiff.length);
  const placed = added.map((each) => {
    const at = end;
    end = even(end + each.bytes.length);
    return { ...each, at };
  });
  const entries = kept.length + placed.length;
  const out = new Uint8Array(end + 2 + entries * ENTRY + 4);
  const writer = new DataView(out.buffer);
  out.set(tiff);
  const made = placed.map(({ tag, type, bytes, at }) => {
    const entry = new Uint8Array(ENTRY);
    const fields = new DataView(entry.buffer);
    fields.setUint16(0, tag, true);
    fields.setUint16(2, type, true);
    fields.setUint32(4, bytes.length, true);
    // A value of up to four bytes stands in the entry itself.
    if (bytes.length <= 4) entry.set(bytes, 8);
    else fields.setUint32(8, at, true);
    out.set(bytes, at);
    return { tag, entry };
  });
  const sorted = [...kept, ...made].sort((a, b) => a.tag - b.tag);
  writer.setUint16(end, entries, true);
  sorted.forEach(({ entry }, i) => {
    out.set(entry, end + 2 + i * ENTRY);
  });
  writer.setUint32(end + 2 + entries * ENTRY, next, true);
  writer.setUint32(4, end, true);
  return out;
}
