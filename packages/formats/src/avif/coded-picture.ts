import { type Box, boxBytes, boxesIn, boxOf } from './boxes';

/** A part of an AVIF: a coded picture, or what is said of one. */
export interface Item {
  readonly kind: string;
  /** What follows the identifier in its entry (`infe`): protection, kind, names. */
  readonly entry: Uint8Array;
  readonly data: Uint8Array;
  readonly properties: readonly Property[];
}

export interface Property {
  readonly kind: string;
  /** The box, whole. */
  readonly bytes: Uint8Array;
  /** Whoever does not know it cannot read the picture. */
  readonly essential: boolean;
}

/** What one AVIF holds whose picture is coded as one. */
export interface CodedPicture {
  readonly colour: Item;
  readonly alpha: Item | null;
  /** EXIF, XMP. */
  readonly notes: readonly Item[];
}

/** Reads whole numbers, the greatest byte first, one after the other. */
class Numbers {
  private at = 0;

  constructor(private readonly bytes: Uint8Array) {}

  next(width: number): number {
    if (this.at + width > this.bytes.length) throw new RangeError('A box is cut short.');
    let value = 0;
    for (let i = 0; i < width; i++) value = value * 256 + (this.bytes[this.at++] as number);
    return value;
  }

  rest(): Uint8Array {
    return this.bytes.subarray(this.at);
  }
}

/** Where each item's bytes lie in the file (`iloc`). */
function places(iloc: Uint8Array): Map<number, readonly (readonly [number, number])[]> {
  const read = new Numbers(iloc);
  const version = read.next(1);
  read.next(3);
  const [sizes, bases] = [read.next(1), read.next(1)];
  const [ofOffset, ofLength, ofBase] = [sizes >> 4, sizes & 15, bases >> 4];
  const ofIndex = version > 0 ? bases & 15 : 0;
  const wide = version < 2 ? 2 : 4;
  const found = new Map<number, (readonly [number, number])[]>();
  for (let left = read.next(wide); left > 0; left--) {
    const id = read.next(wide);
    if (version > 0 && (read.next(2) & 15) !== 0) {
      throw new RangeError('An item of the AVIF does not lie in the file itself.');
    }
    read.next(2);
    const base = read.next(ofBase);
    const extents: (readonly [number, number])[] = [];
    for (let more = read.next(2); more > 0; more--) {
      read.next(ofIndex);
      extents.push([base + read.next(ofOffset), read.next(ofLength)]);
    }
    found.set(id, extents);
  }
  return found;
}

/** Which properties each item has, by their numbers from 1 (`ipma`). */
function associations(ipma: Uint8Array): Map<number, readonly (readonly [number, boolean])[]> {
  const read = new Numbers(ipma);
  const version = read.next(1);
  const wide = (read.next(3) & 1) === 1 ? 2 : 1;
  const found = new Map<number, (readonly [number, boolean])[]>();
  for (let left = read.next(4); left > 0; left--) {
    const id = read.next(version < 1 ? 2 : 4);
    const its: (readonly [number, boolean])[] = [];
    for (let more = read.next(1); more > 0; more--) {
      const value = read.next(wide);
      const top = wide === 2 ? 0x8000 : 0x80;
      its.push([value % top, value >= top]);
    }
    found.set(id, its);
  }
  return found;
}

/** What items refer to others (`iref`), as kind, from and to. */
function references(iref: Uint8Array): [string, number, number][] {
  const wide = iref[0] === 0 ? 2 : 4;
  return boxesIn(iref.subarray(4)).flatMap(({ kind, data }: Box) => {
    const read = new Numbers(data);
    const from = read.next(wide);
    return Array.from({ length: read.next(2) }, (): [string, number, number] => [
      ...([kind, from] as const),
      read.next(wide),
    ]);
  });
}

/** An entry's identifier, and what follows it (`infe`). */
function entryOf(infe: Uint8Array): [number, Uint8Array] {
  const read = new Numbers(infe);
  const version = read.next(1);
  read.next(3);
  return [read.next(version < 3 ? 2 : 4), read.rest()];
}

/**
 * The parts of an AVIF whose picture is coded as one: MIAF, ISO/IEC 23000-22, and the AV1 Image File
 * Format.
 * @throws RangeError for what is not one, or not whole
 */
export function codedPicture(file: Uint8Array): CodedPicture {
  const meta = boxesIn(boxOf(boxesIn(file), 'meta').subarray(4));
  const at = places(boxOf(meta, 'iloc'));
  const iprp = boxesIn(boxOf(meta, 'iprp'));
  const boxes = boxesIn(boxOf(iprp, 'ipco'));
  const properties = associations(boxOf(iprp, 'ipma'));
  const entries = boxesIn(boxOf(meta, 'iinf').subarray(6)).map(({ data }) => entryOf(data));
  const refers = meta.some(({ kind }) => kind === 'iref') ? references(boxOf(meta, 'iref')) : [];
  const primary = new Numbers(boxOf(meta, 'pitm').subarray(4)).next(2);

  const itemOf = (id: number): Item => {
    const entry = entries.find(([other]) => other === id)?.[1];
    const extents = at.get(id);
    if (!entry || extents?.length !== 1) throw new RangeError('The AVIF is not whole.');
    const [[from, length] = [0, 0]] = extents;
    if (from + length > file.length) throw new RangeError('The AVIF is cut short.');
    const its = (properties.get(id) ?? []).map(([number, essential]): Property => {
      const box = boxes[number - 1];
      if (!box) throw new RangeError('The AVIF is not whole.');
      return { kind: box.kind, bytes: boxBytes(box.kind, box.data), essential };
    });
    const kind = String.fromCharCode(...entry.subarray(2, 6));
    return { kind, entry, data: file.subarray(from, from + length), properties: its };
  };
  const pointing = (kind: string) =>
    refers.filter(([other, , to]) => other === kind && to === primary).map(([, from]) => from);
  const [alpha] = pointing('auxl');
  return {
    colour: itemOf(primary),
    alpha: alpha === undefined ? null : itemOf(alpha),
    notes: pointing('cdsc').map(itemOf),
  };
}
