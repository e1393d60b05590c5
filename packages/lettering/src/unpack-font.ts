import { NoFont } from './read-font';

/** Where things stand in a WOFF 1.0 (W3C): its header, and an entry of its table directory. */
const [WOFF_HEADER, WOFF_ENTRY] = [44, 20];

/** The same in the font that it holds (OpenType). */
const [FONT_HEADER, FONT_ENTRY] = [12, 16];

/** More than this no font is, in bytes. */
const MOST_BYTES = 64 << 20;

function damaged(): NoFont {
  return new NoFont('That font is damaged. Choose another file of it.');
}

/** The TrueType or OpenType font that a file holds: a WOFF or a WOFF2 is unpacked, anything else comes as it is. */
export async function unpackedFont(bytes: Uint8Array): Promise<Uint8Array> {
  const signature = String.fromCharCode(...bytes.subarray(0, 4));
  if (signature === 'wOFF') return unpackedWoff(bytes);
  if (signature !== 'wOF2') return bytes;
  try {
    const { default: decompress } = await import('woff2-encoder/decompress');
    return new Uint8Array(await decompress(bytes));
  } catch {
    throw damaged();
  }
}

interface Table {
  readonly tag: number;
  readonly offset: number;
  readonly packed: number;
  readonly length: number;
  readonly checksum: number;
}

/** The tables of a WOFF, in the order in which they are listed. */
function tablesOf(bytes: Uint8Array): Table[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < WOFF_HEADER) throw damaged();
  const count = view.getUint16(12);
  if (WOFF_HEADER + count * WOFF_ENTRY > bytes.length) throw damaged();
  const tables = Array.from({ length: count }, (_, i) => {
    const at = WOFF_HEADER + i * WOFF_ENTRY;
    const [tag, offset, packed, length, checksum] = [0, 4, 8, 12, 16].map((field) =>
      view.getUint32(at + field),
    ) as [number, number, number, number, number];
    return { tag, offset, packed, length, checksum };
  });
  const whole = tables.every(
    ({ offset, packed, length }) => offset + packed <= bytes.length && packed <= length,
  );
  const size = tables.reduce((sum, { length }) => sum + length, 0);
  if (!whole || size > MOST_BYTES) throw damaged();
  return tables;
}

/** One table, inflated where it was packed. */
async function tableData(bytes: Uint8Array, table: Table): Promise<Uint8Array> {
  const { offset, packed, length } = table;
  const stored = bytes.slice(offset, offset + packed);
  if (packed === length) return stored;
  try {
    const stream = new Blob([stored]).stream().pipeThrough(new DecompressionStream('deflate'));
    const data = new Uint8Array(await new Response(stream).arrayBuffer());
    if (data.length === length) return data;
  } catch {
    // Told below, as what has another length is.
  }
  throw damaged();
}

const padded = (length: number) => (length + 3) & ~3;

/** The font in a WOFF: the same tables, each as it was, behind a directory of OpenType. */
async function unpackedWoff(bytes: Uint8Array): Promise<Uint8Array> {
  const tables = tablesOf(bytes);
  const data = await Promise.all(tables.map((table) => tableData(bytes, table)));
  const start = FONT_HEADER + tables.length * FONT_ENTRY;
  const size = tables.reduce((sum, { length }) => sum + padded(length), start);
  const font = new Uint8Array(size);
  const view = new DataView(font.buffer);
  font.set(bytes.subarray(4, 8));
  view.setUint16(4, tables.length);
  const power = Math.floor(Math.log2(Math.max(1, tables.length)));
  view.setUint16(6, 16 * 2 ** power);
  view.setUint16(8, power);
  view.setUint16(10, 16 * (tables.length - 2 ** power));
  let at = start;
  tables.forEach(({ tag, length, checksum }, i) => {
    const entry = FONT_HEADER + i * FONT_ENTRY;
    [tag, checksum, at, length].forEach((value, k) => {
      view.setUint32(entry + 4 * k, value);
    });
    font.set(data[i] as Uint8Array, at);
    at += padded(length);
  });
  return font;
}
