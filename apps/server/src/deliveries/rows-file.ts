import { type FileHandle, open } from 'node:fs/promises';
import {
  iccProfile,
  type Samples,
  SPACES,
  type SpaceName,
  TIFF_STRIP,
  TiffPages,
} from '@diplex/formats';

/** A picture whose rows lie in a file, one after the other: an uncompressed TIFF that encoders read strip by strip. */
export interface RowsFile {
  readonly path: string;
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16 | 32;
  /** Straight RGBA, or grey. */
  readonly channels: 1 | 4;
  readonly space: SpaceName;
  readonly opaque: boolean;
}

/** Where the first row begins. */
const FIRST_ROW = 8;

export async function writeWhole(file: FileHandle, bytes: Uint8Array, at?: number): Promise<void> {
  for (let done = 0; done < bytes.length; ) {
    const place = at === undefined ? null : at + done;
    const { bytesWritten } = await file.write(bytes, done, bytes.length - done, place);
    done += bytesWritten;
  }
}

function bytesOf(samples: Samples): Uint8Array {
  return new Uint8Array(samples.buffer, samples.byteOffset, samples.byteLength);
}

/** An array of samples of so many bits. */
export function samplesOf(bits: RowsFile['bits'], length: number): Samples {
  if (bits === 32) return new Float32Array(length);
  return bits === 16 ? new Uint16Array(length) : new Uint8Array(length);
}

type Facts = Pick<RowsFile, 'width' | 'channels' | 'bits' | 'space'>;

/** Writes rows as they come; no more than a strip of them is held. */
export class RowsWriter {
  private readonly strip: Samples;
  private filled = 0;
  private height = 0;

  private constructor(
    private readonly path: string,
    private readonly file: FileHandle,
    private readonly pages: TiffPages,
    private readonly facts: Facts,
  ) {
    this.strip = samplesOf(facts.bits, facts.width * facts.channels * TIFF_STRIP);
  }

  static async open(path: string, facts: Facts): Promise<RowsWriter> {
    const file = await open(path, 'w');
    const pages = new TiffPages((at, bytes) => writeWhole(file, bytes, at), 'none');
    await pages.begin();
    return new RowsWriter(path, file, pages, facts);
  }

  /** Takes one or more whole rows. */
  async take(rows: Samples): Promise<void> {
    const line = this.facts.width * this.facts.channels;
    for (let at = 0; at < rows.length; ) {
      const room = Math.min(rows.length - at, this.strip.length - this.filled);
      this.strip.set(rows.subarray(at, at + room), this.filled);
      this.filled += room;
      at += room;
      if (this.filled === this.strip.length) await this.flush();
    }
    this.height += rows.length / line;
  }

  private async flush(): Promise<void> {
    if (this.filled > 0) await this.pages.strip(bytesOf(this.strip.slice(0, this.filled)));
    this.filled = 0;
  }

  async end(opaque: boolean): Promise<RowsFile> {
    await this.flush();
    const { width, channels, bits, space } = this.facts;
    const icc = channels === 1 ? undefined : iccProfile(SPACES[space]);
    await this.pages.endPage({ width, height: this.height, channels, bits, icc });
    return { path: this.path, ...this.facts, height: this.height, opaque };
  }

  async close(): Promise<void> {
    await this.file.close();
  }
}

/** Reads rows of such a file strip by strip. */
export async function* stripsOf(rows: RowsFile): AsyncGenerator<Samples> {
  const { path, width, height, channels, bits } = rows;
  const file = await open(path, 'r');
  try {
    const line = width * channels;
    for (let y = 0; y < height; y += TIFF_STRIP) {
      const strip = samplesOf(bits, line * Math.min(TIFF_STRIP, height - y));
      const bytes = bytesOf(strip);
      await file.read(bytes, 0, bytes.length, FIRST_ROW + y * line * (bits / 8));
      yield strip;
    }
  } finally {
    await file.close();
  }
}
