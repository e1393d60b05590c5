import { open } from 'node:fs/promises';
import { promisify } from 'node:util';
import { deflate } from 'node:zlib';
import {
  differenced,
  iccProfile,
  iimRecord,
  metadataAsXmp,
  type Samples,
  SPACES,
  type TiffPage,
  TiffPages,
} from '@diplex/formats';
import { type RowsFile, samplesOf, stripsOf, writeWhole } from '../rows-file';
import type { Encoder, EncodeSettings, EncodeTask } from './encoder';
import { exifOf } from './file-metadata';

const deflated = promisify(deflate);

/** RGB of opaque RGBA. */
function withoutAlpha(samples: Samples, bits: RowsFile['bits']): Samples {
  const out = samplesOf(bits, (samples.length / 4) * 3);
  for (let p = 0, from = 0, to = 0; p < samples.length / 4; p++, from += 4, to += 3) {
    out[to] = samples[from] as number;
    out[to + 1] = samples[from + 1] as number;
    out[to + 2] = samples[from + 2] as number;
  }
  return out;
}

/** Writes one page after the other into a TIFF. */
export class TiffFile {
  private constructor(
    private readonly pages: TiffPages,
    readonly close: () => Promise<void>,
  ) {}

  static async create(path: string): Promise<TiffFile> {
    const file = await open(path, 'w');
    const pages = new TiffPages((at, bytes) => writeWhole(file, bytes, at), 'deflate');
    await pages.begin();
    return new TiffFile(pages, () => file.close());
  }

  async add(rows: RowsFile, said: Partial<TiffPage>, { signal, progress }: EncodeTask) {
    const { width, height, bits, opaque } = rows;
    const channels = rows.channels === 1 ? 1 : opaque ? 3 : 4;
    let done = 0;
    for await (const strip of stripsOf(rows)) {
      signal.throwIfAborted();
      const samples = rows.channels === 4 && opaque ? withoutAlpha(strip, bits) : strip;
      differenced(samples, width, channels);
      const { buffer, byteOffset, byteLength } = samples;
      await this.pages.strip(await deflated(new Uint8Array(buffer, byteOffset, byteLength)));
      done += samples.length / (width * channels);
      progress(done / height);
    }
    const icc = channels === 1 ? undefined : iccProfile(SPACES[rows.space]);
    await this.pages.endPage({ width, height, bits, channels, icc, ...said });
  }
}

/** What a page says of itself. */
export function pageMetadata({ metadata }: EncodeSettings): Partial<TiffPage> {
  const exif = exifOf(metadata);
  return {
    description: exif.ImageDescription,
    artist: exif.Artist,
    copyright: exif.Copyright,
    software: exif.Software,
    xmp: metadataAsXmp(metadata),
    iim: iimRecord(metadata),
    perInch: metadata.perInch,
  };
}

export const tiff: Encoder = {
  ...{ words: 'TIFF', ending: 'tif', mediaType: 'image/tiff' },
  ...{ depths: [16, 8, 32], quality: 'whole', grey: 'held' },
  async encode(rows, path, settings, task) {
    const file = await TiffFile.create(path);
    try {
      await file.add(rows, pageMetadata(settings), task);
    } finally {
      await file.close();
    }
  },
};
