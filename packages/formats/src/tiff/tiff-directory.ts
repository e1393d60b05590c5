/** The kinds of values that are written (TIFF 6.0, page 15), and how many bytes each takes. */
const SIZES = { ascii: 1, byte: 1, short: 2, long: 4, rational: 8, undefined: 1 } as const;
const CODES = { byte: 1, ascii: 2, short: 3, long: 4, rational: 5, undefined: 7 } as const;

/** Rationals are written as so many thousandths. */
const THOUSANDTHS = 1000;

/** One entry of a directory: numbers, or bytes as they are. */
export interface TiffEntry {
  readonly tag: number;
  readonly type: keyof typeof SIZES;
  readonly values: ArrayLike<number>;
}

/** Text as plain ASCII that ends with a zero; what ASCII lacks becomes a question mark. */
export function asciiValues(text: string): Uint8Array {
  const plain = [...text].map((c) => (c >= ' ' && c <= '~' ? c : '?')).join('');
  return Uint8Array.from(`${plain}\0`, (c) => c.charCodeAt(0));
}

const ENTRY = 12;

/** Where within a directory the place of the next one stands. */
export function nextPointerAt(entries: number): number {
  return 2 + entries * ENTRY;
}

/**
 * A directory of a little-endian TIFF, with the values that are too long for their entries behind it. `at` is where in the
 * file it will lie, which must be even; it says that no other follows.
 */
export function tiffDirectory(entries: readonly TiffEntry[], at: number): Uint8Array {
  const sorted = [...entries].sort((a, b) => a.tag - b.tag);
  const head = nextPointerAt(sorted.length) + 4;
  const even = (n: number) => n + (n & 1);
  let end = head;
  const placed = sorted.map((entry) => {
    const length = entry.values.length * SIZES[entry.type];
    const place = end;
    if (length > 4) end = even(end + length);
    return { ...entry, place: length > 4 ? place : null };
  });
  const bytes = new Uint8Array(end);
  const view = new DataView(bytes.buffer);
  const put = (type: TiffEntry['type'], where: number, value: number) => {
    if (type === 'rational') {
      view.setUint32(where, Math.round(value * THOUSANDTHS), true);
      view.setUint32(where + 4, THOUSANDTHS, true);
    } else if (type === 'long') view.setUint32(where, value, true);
    else if (type === 'short') view.setUint16(where, value, true);
    else view.setUint8(where, value);
  };
  view.setUint16(0, sorted.length, true);
  placed.forEach(({ tag, type, values, place }, i) => {
    const entry = 2 + i * ENTRY;
    view.setUint16(entry, tag, true);
    view.setUint16(entry + 2, CODES[type], true);
    view.setUint32(entry + 4, values.length, true);
    if (place !== null) view.setUint32(entry + 8, at + place, true);
    const start = place ?? entry + 8;
    for (let k = 0; k < values.length; k++) {
      put(type, start + k * SIZES[type], values[k] as number);
    }
  });
  return bytes;
}
