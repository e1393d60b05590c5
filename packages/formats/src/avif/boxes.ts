import { bigEndian, joined, letters } from '../bytes';

/** A box of the ISO base media file format (ISO/IEC 14496-12): four letters, and what they say. */
export interface Box {
  readonly kind: string;
  /** What follows size and letters. */
  readonly data: Uint8Array;
}

const HEAD = 8;

/** A box as it stands in a file. */
export function boxBytes(kind: string, ...data: readonly Uint8Array[]): Uint8Array {
  const length = data.reduce((sum, part) => sum + part.length, HEAD);
  return joined([bigEndian(length, 4), letters(kind), ...data]);
}

/** A box that says its version and flags. */
export function fullBoxBytes(
  kind: string,
  { version = 0, flags = 0 }: { readonly version?: number; readonly flags?: number },
  ...data: readonly Uint8Array[]
): Uint8Array {
  return boxBytes(kind, bigEndian(version, 1), bigEndian(flags, 3), ...data);
}

/**
 * The boxes that lie one after the other.
 * @throws RangeError for what is not whole
 */
export function boxesIn(bytes: Uint8Array): Box[] {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const boxes: Box[] = [];
  for (let at = 0; at < bytes.length; ) {
    const said = at + HEAD <= bytes.length ? view.getUint32(at) : Number.NaN;
    // A box that says nothing of its size goes to the end.
    const size = said === 0 ? bytes.length - at : said;
    if (!(size >= HEAD && at + size <= bytes.length)) {
      throw new RangeError('The file of boxes is cut short.');
    }
    const kind = String.fromCharCode(...bytes.subarray(at + 4, at + HEAD));
    boxes.push({ kind, data: bytes.subarray(at + HEAD, at + size) });
    at += size;
  }
  return boxes;
}

/**
 * The one box of a kind.
 * @throws RangeError when there is none
 */
export function boxOf(boxes: readonly Box[], kind: string): Uint8Array {
  const found = boxes.find((box) => box.kind === kind);
  if (!found) throw new RangeError(`The file has no box "${kind}".`);
  return found.data;
}
