import { asciiValues, nextPointerAt, type TiffEntry, tiffDirectory } from './tiff-directory';

/** A page of samples side by side: grey, RGB, or RGB with straight alpha. */
export interface TiffPage {
  readonly width: number;
  readonly height: number;
  readonly channels: 1 | 3 | 4;
  /** 32 are floats. */
  readonly bits: 8 | 16 | 32;
  readonly icc?: Uint8Array;
  readonly xmp?: string;
  /** See `iimRecord`. */
  readonly iim?: Uint8Array;
  readonly name?: string;
  readonly description?: string;
  readonly artist?: string;
  readonly copyright?: string;
  readonly software?: string;
  /** Pixels to an inch. */
  readonly perInch?: number;
}

/** Writes bytes at a place of a file. */
export type WriteAt = (at: number, bytes: Uint8Array) => Promise<void>;

/** The longest file that the offsets of a TIFF can address. */
const MOST_BYTES = 2 ** 32 - 1;

/**
 * Makes samples of a strip the differences to those left of them, as compression by Deflate likes them (predictor 2). In place; floats
 * are left as they are.
 */
export function differenced(
  samples: Uint8Array | Uint16Array | Float32Array,
  width: number,
  channels: number,
): void {
  if (samples instanceof Float32Array) return;
  const line = width * channels;
  for (let row = samples.length - line; row >= 0; row -= line) {
    for (let i = row + line - 1; i >= row + channels; i--) {
      samples[i] = (samples[i] as number) - (samples[i - channels] as number);
    }
  }
}

/** Rows of a strip. */
export const TIFF_STRIP = 64;

/** Deflate in a TIFF is a zlib stream (compression 8); 1 is no compression. */
export type TiffCompression = 'none' | 'deflate';
const COMPRESSIONS = { none: 1, deflate: 8 } as const;

/**
 * Writes a little-endian TIFF (6.0) of one or more pages, strip by strip. Strips come as they are stored: differenced and compressed
 * by the caller, where that is asked for.
 * Throws a RangeError when the file gets too large for the format.
 */
export class TiffPages {
  private end = 8;
  /** Where the place of the next directory is to be written. */
  private pointer = 4;
  private offsets: number[] = [];
  private lengths: number[] = [];

  constructor(
    private readonly write: WriteAt,
    private readonly compression: TiffCompression,
  ) {}

  /** The first bytes of the file; call it once, before all pages. */
  async begin(): Promise<void> {
    const head = new Uint8Array(8);
    head.set([0x49, 0x49, 42, 0]);
    await this.write(0, head);
  }

  /** The next strip of the page that is being written: 64 rows, the last perhaps fewer. */
  async strip(bytes: Uint8Array): Promise<void> {
    this.offsets.push(this.end);
    this.lengths.push(bytes.length);
    await this.append(bytes);
  }

  /** Ends a page whose strips are all there. */
  async endPage(page: TiffPage): Promise<void> {
    const entries = this.entriesOf(page, this.offsets, this.lengths);
    const at = this.end;
    await this.append(tiffDirectory(entries, at));
    await this.write(this.pointer, Uint8Array.of(...littleEndian(at)));
    this.pointer = at + nextPointerAt(entries.length);
    this.offsets = [];
    this.lengths = [];
  }

  private async append(bytes: Uint8Array): Promise<void> {
    const at = this.end;
    this.end += bytes.length + (bytes.length & 1);
    if (this.end > MOST_BYTES) throw new RangeError('A TIFF holds at most 4 GB.');
    await this.write(at, bytes);
  }

  private entriesOf(page: TiffPage, offsets: number[], lengths: number[]): TiffEntry[] {
    const { width, height, channels, bits } = page;
    const each = (value: number) => new Array<number>(channels).fill(value);
    const short = (tag: number, ...values: number[]): TiffEntry => ({ tag, type: 'short', values });
    const long = (tag: number, ...values: number[]): TiffEntry => ({ tag, type: 'long', values });
    const text = (tag: number, words?: string): TiffEntry[] =>
      words ? [{ tag, type: 'ascii', values: asciiValues(words) }] : [];
    return [
      ...[long(256, width), long(257, height), short(258, ...each(bits))],
      ...[short(259, COMPRESSIONS[this.compression]), short(262, channels === 1 ? 1 : 2)],
      ...[long(273, ...offsets), short(274, 1), short(277, channels)],
      ...[long(278, TIFF_STRIP), long(279, ...lengths), short(284, 1)],
      // Whole numbers or floats; the fourth sample is alpha that the others are not multiplied by.
      short(339, ...each(bits === 32 ? 3 : 1)),
      ...(this.compression === 'deflate' && bits !== 32 ? [short(317, 2)] : []),
      ...(channels === 4 ? [short(338, 2)] : []),
      ...perInch(page.perInch),
      ...text(270, page.description),
      ...text(285, page.name),
      ...text(305, page.software),
      ...text(315, page.artist),
      ...text(33432, page.copyright),
      ...(page.xmp
        ? [{ tag: 700, type: 'byte' as const, values: new TextEncoder().encode(page.xmp) }]
        : []),
      ...(page.iim ? [{ tag: 33723, type: 'undefined' as const, values: page.iim }] : []),
      ...(page.icc ? [{ tag: 34675, type: 'undefined' as const, values: page.icc }] : []),
    ];
  }
}

/** How large a page is printed. */
function perInch(pixels: number | undefined): TiffEntry[] {
  if (!pixels) return [];
  const both = [282, 283].map((tag) => ({ tag, type: 'rational' as const, values: [pixels] }));
  return [...both, { tag: 296, type: 'short', values: [2] }];
}

function littleEndian(value: number): number[] {
  return [value & 255, (value >> 8) & 255, (value >> 16) & 255, value >>> 24];
}
