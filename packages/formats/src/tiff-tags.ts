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

/** Reads `length` bytes of a file from `at` on. */
export type ReadBytes = (at: number, length: number) => Promise<Uint8Array>;

/** What to write into a file, and where. */
export interface Patch {
  readonly at: number;
  readonly bytes: Uint8Array;
}

/**
 * How to add tags to the first directory of a little-endian TIFF. The picture's own bytes stay where
 * they are: a new directory goes to the end, and the header points to it. Tags that are there already
 * are replaced. Throws a TypeError when the bytes are not such a TIFF.
 */
export async function tiffTagPatches(
  read: ReadBytes,
  fileLength: number,
  tags: TiffTags,
): Promise<Patch[]> {
  const head = viewOf(await read(0, 8));
  if (head.byteLength < 8 || head.getUint32(0, false) !== 0x49492a00) {
    throw new TypeError('This is not a little-endian TIFF.');
  }
  const added = (Object.keys(NUMBERS) as (keyof TiffTags)[]).flatMap((name) => {
    const value = tags[name];
    if (value === undefined) return [];
    const bytes = typeof value === 'string' ? asciiBytes(value) : value;
    return [{ ...NUMBERS[name], bytes }];
  });
  const at = head.getUint32(4, true);
  const count = viewOf(await read(at, 2)).getUint16(0, true);
  const directory = await read(at + 2, count * ENTRY + 4);
  const kept = Array.from({ length: count }, (_, i) => {
    const entry = directory.slice(i * ENTRY, (i + 1) * ENTRY);
    return { tag: viewOf(entry).getUint16(0, true), entry };
  }).filter(({ tag }) => added.every((each) => each.tag !== tag));
  const next = viewOf(directory).getUint32(count * ENTRY, true);

  // Values and directories begin at even places.
  const even = (n: number) => n + (n & 1);
  const start = even(fileLength);
  let end = start;
  const placed = added.map((each) => {
    const place = end;
    end = even(end + each.bytes.length);
    return { ...each, place };
  });
  const entries = kept.length + placed.length;
  const tail = new Uint8Array(end - start + 2 + entries * ENTRY + 4);
  const made = placed.map(({ tag, type, bytes, place }) => {
    const entry = new Uint8Array(ENTRY);
    const fields = viewOf(entry);
    fields.setUint16(0, tag, true);
    fields.setUint16(2, type, true);
    fields.setUint32(4, bytes.length, true);
    // A value of up to four bytes stands in the entry itself.
    if (bytes.length <= 4) entry.set(bytes, 8);
    else fields.setUint32(8, place, true);
    tail.set(bytes, place - start);
    return { tag, entry };
  });
  const sorted = [...kept, ...made].sort((a, b) => a.tag - b.tag);
  const writer = viewOf(tail);
  const list = end - start;
  writer.setUint16(list, entries, true);
  sorted.forEach(({ entry }, i) => {
    tail.set(entry, list + 2 + i * ENTRY);
  });
  writer.setUint32(list + 2 + entries * ENTRY, next, true);
  const pointer = new Uint8Array(4);
  viewOf(pointer).setUint32(0, end, true);
  return [
    { at: start, bytes: tail },
    { at: 4, bytes: pointer },
  ];
}

function viewOf(bytes: Uint8Array): DataView {
  return new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
}
