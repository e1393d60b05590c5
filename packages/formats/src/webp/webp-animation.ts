import { joined, letters, littleEndian } from '../bytes';
import type { WriteAt } from '../tiff/tiff-pages';
import { extendedHead, NOTES } from './extended-head';
import { type Chunk, chunkBytes, webpChunks } from './webp-chunks';

/** Where a frame lies on the canvas, in whole pixels; it begins at even ones. */
export interface FramePlace {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** A frame takes the place of what is under it, its alpha too, and stays. */
const REPLACES = 0x02;

/** Chunks of a frame's own picture. */
const OF_PICTURE: ReadonlySet<string> = new Set(['ALPH', 'VP8 ', 'VP8L']);

const MOST_BYTES = 2 ** 32 - 10;
/** Signature and size of RIFF, and the chunks VP8X and ANIM. */
const AFTER_RIFF = 12;

/**
 * Writes an animated WebP (the container of WebP, RFC 9649) frame by frame, each a WebP file of its own that was encoded by others. A frame
 * may cover a part of the canvas: what lies around it stays as it was.
 * @throws RangeError when the file gets too large for the format
 */
export class WebpAnimation {
  private end = AFTER_RIFF;
  private readonly profile: Chunk | undefined;
  private readonly exif: Chunk | undefined;
  private readonly xmp: Chunk | undefined;

  constructor(
    private readonly write: WriteAt,
    private readonly canvas: { readonly width: number; readonly height: number },
    /** A WebP file whose profile, EXIF and XMP become those of the animation. */
    like: Uint8Array,
  ) {
    const chunks = webpChunks(like);
    const of = (kind: string) => chunks.find((chunk) => chunk.kind === kind);
    this.profile = of('ICCP');
    this.exif = of('EXIF');
    this.xmp = of('XMP ');
  }

  /** The first bytes of the file; it goes round for ever. Call it once, before all frames. */
  async begin(): Promise<void> {
    const { profile, exif, xmp } = this;
    const noted = NOTES.filter((_, i) => [profile, exif, xmp][i]);
    await this.append(extendedHead(['alpha', 'ANIM', ...noted], this.canvas));
    if (profile) await this.append(profile);
    // A transparent ground, and no end of rounds.
    await this.append({ kind: 'ANIM', data: new Uint8Array(6) });
  }

  /** @param stays milliseconds */
  async frame(picture: Uint8Array, place: FramePlace, stays: number): Promise<void> {
    const { x, y, width, height } = place;
    const head = [
      ...[littleEndian(x / 2, 3), littleEndian(y / 2, 3)],
      ...[littleEndian(width - 1, 3), littleEndian(height - 1, 3)],
      ...[littleEndian(stays, 3), Uint8Array.of(REPLACES)],
    ];
    const own = webpChunks(picture).filter(({ kind }) => OF_PICTURE.has(kind));
    await this.append({ kind: 'ANMF', data: joined([...head, ...own.map(chunkBytes)]) });
  }

  /** The last bytes, and the size that the first ones say. */
  async finish(): Promise<void> {
    for (const chunk of [this.exif, this.xmp]) if (chunk) await this.append(chunk);
    const riff = [letters('RIFF'), littleEndian(this.end - 8, 4), letters('WEBP')];
    await this.write(0, joined(riff));
  }

  private async append(chunk: Chunk): Promise<void> {
    const bytes = chunkBytes(chunk);
    if (this.end + bytes.length > MOST_BYTES) {
      throw new RangeError('The animation gets larger than a WebP file can be.');
    }
    await this.write(this.end, bytes);
    this.end += bytes.length;
  }
}
