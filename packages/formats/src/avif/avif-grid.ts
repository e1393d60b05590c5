import type { Size } from '@diplex/document';
import { bigEndian, joined, letters } from '../bytes';
import { boxBytes, fullBoxBytes } from './boxes';
import { type CodedPicture, codedPicture, type Item, type Property } from './coded-picture';

/** How tiles of one size cover a picture: from its upper left, in rows; the last ones may stand out. */
export interface TileGrid {
  readonly columns: number;
  readonly rows: number;
  readonly tileWidth: number;
  readonly tileHeight: number;
}

/** A tile's sides are whole blocks of the codec, so that none of them lies across two. */
const BLOCK = 64;
/** The most tiles one way that the container can count. */
const MOST_TILES = 256;

/**
 * Tiles of about so many pixels on a side that cover a picture.
 * @throws RangeError when the container could not count them
 */
export function tileGrid({ width, height }: Size, side: number): TileGrid {
  const along = (length: number) => {
    const about = Math.max(1, Math.round(length / side));
    const tile = Math.max(BLOCK, Math.ceil(length / about / BLOCK) * BLOCK);
    return [Math.ceil(length / tile), tile] as const;
  };
  const [columns, tileWidth] = along(width);
  const [rows, tileHeight] = along(height);
  if (Math.max(columns, rows) > MOST_TILES) {
    throw new RangeError(`A picture has at most ${MOST_TILES} tiles one way.`);
  }
  return { columns, rows, tileWidth, tileHeight };
}

/** An item to be written. */
interface Written {
  readonly id: number;
  readonly entry: Uint8Array;
  readonly data: Uint8Array;
  readonly properties: readonly Property[];
  /** It is shown as a part of another alone. */
  readonly isHidden: boolean;
}

/** EXIF's numbers for the extent of a picture, and for the directory that says it. */
const EXIF = { directory: 0x8769, width: 0xa002, height: 0xa003 } as const;

/** A picture's EXIF that says the extent of the whole instead of its tile's. */
function withExtent(exif: Uint8Array, { width, height }: Size) {
  const bytes = Uint8Array.from(exif);
  const view = new DataView(bytes.buffer);
  // First where the TIFF begins, then whatever stands before it.
  const tiff = 4 + view.getUint32(0);
  const little = view.getUint16(tiff) === 0x4949;
  const directory = (at: number) => {
    for (let entry = 0; entry < view.getUint16(tiff + at, little); entry++) {
      const place = tiff + at + 2 + entry * 12;
      const tag = view.getUint16(place, little);
      const isLong = view.getUint16(place + 2, little) === 4;
      const put = (value: number) =>
        isLong
          ? view.setUint32(place + 8, value, little)
          : view.setUint16(place + 8, Math.min(value, 0xffff), little);
      if (tag === EXIF.width) put(width);
      if (tag === EXIF.height) put(height);
      if (tag === EXIF.directory) directory(view.getUint32(place + 8, little));
    }
  };
  directory(view.getUint32(tiff + 4, little));
  return bytes;
}

const IS_HIDDEN = 1;

function entryBytes({ id, entry, isHidden }: Written): Uint8Array {
  const flags = isHidden ? IS_HIDDEN : 0;
  return fullBoxBytes('infe', { version: 2, flags }, bigEndian(id, 2), entry);
}

/** Numbers the properties, those that are the same once. */
function propertiesBytes(items: readonly Written[]): Uint8Array {
  const boxes: Uint8Array[] = [];
  const numbers = new Map<string, number>();
  const latin = new TextDecoder('latin1');
  const numberOf = ({ bytes }: Property) => {
    const key = latin.decode(bytes);
    const known = numbers.get(key);
    if (known !== undefined) return known;
    boxes.push(bytes);
    numbers.set(key, boxes.length);
    return boxes.length;
  };
  const associated = items
    .filter(({ properties }) => properties.length > 0)
    .map(({ id, properties }) => [
      ...[bigEndian(id, 2), bigEndian(properties.length, 1)],
      ...properties.map((each) => bigEndian(numberOf(each) + (each.essential ? 0x80 : 0), 1)),
    ]);
  const ipma = [bigEndian(associated.length, 4), ...associated.flat()];
  return boxBytes('iprp', boxBytes('ipco', ...boxes), fullBoxBytes('ipma', {}, ...ipma));
}

function referenceBytes(kind: string, from: number, to: readonly number[]): Uint8Array {
  const ids = to.map((id) => bigEndian(id, 2));
  return boxBytes(kind, bigEndian(from, 2), bigEndian(to.length, 2), ...ids);
}

/** Where items lie (`iloc`), when the first begins at `from`. */
function placesBytes(items: readonly Written[], from: number): Uint8Array {
  let at = from;
  const each = items.map(({ id, data }) => {
    const place = [bigEndian(at, 4), bigEndian(data.length, 4)];
    at += data.length;
    return joined([bigEndian(id, 2), bigEndian(0, 2), bigEndian(1, 2), ...place]);
  });
  return fullBoxBytes('iloc', {}, Uint8Array.of(0x44, 0), bigEndian(items.length, 2), ...each);
}

/** Properties that belong to the tile alone: the grid has its own extent, and no codec. */
const OF_TILE: ReadonlySet<string> = new Set(['ispe', 'av1C']);

/**
 * One AVIF of tiles that were encoded apart, so that nobody has to hold the whole picture: an image
 * grid (HEIF, ISO/IEC 23008-12, 6.6.2.3). Profile, EXIF and XMP are those of the first tile.
 * @param tiles AVIF files of one extent and codec, all with alpha or none, in rows
 * @param extent of the picture, in pixels; where colours are halved it must be even
 * @returns the file in parts, one after the other
 * @throws RangeError for tiles that are no AVIF, too few, or too many, and when the file gets too large
 */
export function avifOfTiles(
  tiles: readonly Uint8Array[],
  grid: TileGrid,
  extent: Size,
): Uint8Array[] {
  const coded = tiles.map(codedPicture);
  const [first] = coded;
  if (!first || tiles.length !== grid.columns * grid.rows) {
    throw new RangeError('There must be a tile for every place of the grid.');
  }
  const items: Written[] = [];
  const put = (item: Omit<Written, 'id'>) => {
    const id = items.length + 1;
    items.push({ ...item, id });
    return id;
  };
  const size = [bigEndian(extent.width, 4), bigEndian(extent.height, 4)];
  const counts = [bigEndian(grid.rows - 1, 1), bigEndian(grid.columns - 1, 1)];
  // Version 0, numbers of four bytes.
  const layout = joined([bigEndian(0, 1), bigEndian(1, 1), ...counts, ...size]);
  const ispe: Property = {
    ...{ kind: 'ispe', bytes: fullBoxBytes('ispe', {}, ...size), essential: false },
  };
  const gridEntry = joined([bigEndian(0, 2), letters('grid'), bigEndian(0, 1)]);

  /** Of colour or of alpha: the grid, and its tiles; gives the references as well. */
  const plane = (of: (picture: CodedPicture) => Item | null, like: Item) => {
    const properties = [ispe, ...like.properties.filter(({ kind }) => !OF_TILE.has(kind))];
    const whole = put({ entry: gridEntry, data: layout, properties, isHidden: false });
    const parts = coded.map((picture) => {
      const item = of(picture);
      if (!item) throw new RangeError('All tiles have alpha, or none.');
      return put({ ...item, isHidden: true });
    });
    return { whole, reference: referenceBytes('dimg', whole, parts) };
  };
  const colour = plane((picture) => picture.colour, first.colour);
  const references = [colour.reference];
  if (first.alpha) {
    const alpha = plane((picture) => picture.alpha, first.alpha);
    references.push(alpha.reference, referenceBytes('auxl', alpha.whole, [colour.whole]));
  }
  for (const note of first.notes) {
    const data = note.kind === 'Exif' ? withExtent(note.data, extent) : note.data;
    const id = put({ ...note, data, isHidden: false });
    references.push(referenceBytes('cdsc', id, [colour.whole]));
  }

  const ftyp = boxBytes('ftyp', letters('avif'), bigEndian(0, 4), letters('mif1avifmiaf'));
  const hdlr = fullBoxBytes('hdlr', {}, bigEndian(0, 4), letters('pict'), new Uint8Array(13));
  const meta = (from: number) =>
    fullBoxBytes(
      'meta',
      {},
      ...[hdlr, fullBoxBytes('pitm', {}, bigEndian(colour.whole, 2))],
      placesBytes(items, from),
      fullBoxBytes('iinf', {}, bigEndian(items.length, 2), ...items.map(entryBytes)),
      fullBoxBytes('iref', {}, ...references),
      propertiesBytes(items),
    );
  const before = ftyp.length + meta(0).length + 8;
  const bytes = items.reduce((sum, { data }) => sum + data.length, 0);
  if (before + bytes >= 2 ** 32) throw new RangeError('The file gets larger than an AVIF can be.');
  const mdat = joined([bigEndian(bytes + 8, 4), letters('mdat')]);
  return [ftyp, meta(before), mdat, ...items.map(({ data }) => data)];
}
