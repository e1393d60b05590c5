const ROWS_PER_STRIP = 64;
const SHORT = 3;
const LONG = 4;

/** A picture of straight RGBA samples. */
export interface RowsPicture {
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
}

/** The longest file that the offsets of a TIFF can address. */
const MOST_BYTES = 2 ** 32 - 1;

/**
 * The beginning of an uncompressed little-endian TIFF (6.0) whose rows follow it one after the other,
 * so that it can be written as the rows come and read strip by strip. Throws a RangeError when the
 * picture is too large for the format.
 */
export function tiffRowsHeader({ width, height, bits }: RowsPicture): Uint8Array {
  const line = width * 4 * (bits / 8);
  const strips = Math.ceil(height / ROWS_PER_STRIP);
  const entries = 12;
  const lists = 8 + 2 + entries * 12 + 4;
  // Four numbers of bits, then offset and length of each strip.
  const length = lists + 8 + strips * 8;
  if (length + line * height > MOST_BYTES) {
    throw new RangeError(`A picture of ${width} x ${height} pixels is too large for one TIFF.`);
  }
  const out = new Uint8Array(length);
  const view = new DataView(out.buffer);
  view.setUint32(0, 0x49492a00, false);
  view.setUint32(4, 8, true);
  view.setUint16(8, entries, true);
  let at = 10;
  const entry = (tag: number, type: number, count: number, value: number) => {
    view.setUint16(at, tag, true);
    view.setUint16(at + 2, type, true);
    view.setUint32(at + 4, count, true);
    if (type === SHORT && count === 1) view.setUint16(at + 8, value, true);
    else view.setUint32(at + 8, value, true);
    at += 12;
  };
  const offsets = lists + 8;
  const lengths = offsets + strips * 4;
  const stripAt = (i: number) => length + i * ROWS_PER_STRIP * line;
  const stripLength = (i: number) => Math.min(ROWS_PER_STRIP, height - i * ROWS_PER_STRIP) * line;
  entry(256, LONG, 1, width);
  entry(257, LONG, 1, height);
  entry(258, SHORT, 4, lists);
  // No compression; RGB; in the order of the rows; four samples side by side.
  entry(259, SHORT, 1, 1);
  entry(262, SHORT, 1, 2);
  entry(273, LONG, strips, strips === 1 ? stripAt(0) : offsets);
  entry(274, SHORT, 1, 1);
  entry(277, SHORT, 1, 4);
  entry(278, LONG, 1, ROWS_PER_STRIP);
  entry(279, LONG, strips, strips === 1 ? stripLength(0) : lengths);
  entry(284, SHORT, 1, 1);
  // The fourth sample is alpha that the others are not multiplied by.
  entry(338, SHORT, 1, 2);
  for (let i = 0; i < 4; i++) view.setUint16(lists + i * 2, bits, true);
  for (let i = 0; i < strips; i++) {
    view.setUint32(offsets + i * 4, stripAt(i), true);
    view.setUint32(lengths + i * 4, stripLength(i), true);
  }
  return out;
}
