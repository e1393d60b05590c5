import { createReadStream, createWriteStream } from 'node:fs';
import { type FileHandle, mkdir, open, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { type Composition, newId, type Rect, sourcesOf } from '@diplex/document';
import {
  creditLines,
  creditsAsXmp,
  PNG_PROFILE_AT,
  pngProfileChunk,
  type TiffTags,
  tiffRowsHeader,
  tiffTagPatches,
} from '@diplex/formats';
import { Inject, Injectable } from '@nestjs/common';
import sharp from 'sharp';
import { CompositionsService } from '../compositions/compositions.service';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { Renderer } from '../rendering/renderer';
import { SourcesService } from '../sources/sources.service';
import type { ExportRequestDto, JobDto } from './export.dto';
import { EXPORT_FORMATS, type ExportFormat } from './export-formats';
import { type JobResult, JobsService } from './jobs.service';

/** Share of the work that rendering is; the rest is encoding. */
const RENDERING = 0.8;

/** What a file says of its makers. */
interface Credits {
  readonly description: string;
  readonly artist: string;
  readonly copyright: string;
  readonly software: string;
}

/** What is written and how; the whole picture at its own size unless it says otherwise. */
export interface Delivery {
  readonly document: Composition;
  readonly region?: Rect;
  readonly scale?: number;
  readonly format: ExportFormat;
  readonly bits: 8 | 16;
  readonly quality: number;
  readonly backing: string;
}

/** A file name that every system takes, made from a title. */
function fileName(title: string, ending: string): string {
  const plain = title
    .replace(/[^\p{L}\p{N} ._,'()&+!-]+/gu, '-')
    .trim()
    .slice(0, 80);
  return `${plain.replace(/^\.+/, '') || 'composition'}.${ending}`;
}

/** Whole compositions, rendered and encoded to files. */
@Injectable()
export class ExportsService {
  private readonly folder: string;

  constructor(
    @Inject(CONFIGURATION) configuration: Configuration,
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(Renderer) private readonly renderer: Renderer,
    @Inject(JobsService) private readonly jobs: JobsService,
  ) {
    this.folder = join(configuration.data, 'exports');
  }

  async begin(id: string, request: ExportRequestDto): Promise<JobDto> {
    const { document, revision } = await this.compositions.load(id);
    if (revision !== request.revision) {
      const detail = `"${document.title}" is at revision ${revision}. Save or reload, then deliver.`;
      throw new Problem('stale-revision', detail, { revision });
    }
    const format: ExportFormat = EXPORT_FORMATS[request.format];
    const bits = request.bits ?? format.depths[0] ?? 8;
    if (!format.depths.includes(bits)) {
      const detail = `${request.format} holds ${format.depths.join(' or ')} bits, not ${bits}.`;
      throw new Problem('invalid-request', detail);
    }
    const { quality = 92, backing = '#ffffff' } = request;
    const delivery = { document, format, bits, quality, backing };
    const label = `Delivering ${request.format.toUpperCase()}`;
    return this.jobs.begin(id, label, (signal, progress) =>
      this.deliver(delivery, signal, progress),
    );
  }

  private async deliver(
    delivery: Delivery,
    signal: AbortSignal,
    progress: (share: number) => void,
  ): Promise<JobResult> {
    const { document, format } = delivery;
    await mkdir(this.folder, { recursive: true });
    const path = join(this.folder, `${newId()}.${format.ending}`);
    await this.write(path, delivery, signal, progress);
    const { size: bytes } = await stat(path);
    const file = fileName(document.title, format.ending);
    return { path, file, mediaType: format.mediaType, bytes };
  }

  /** Writes a file; it is there whole or not at all. */
  async write(
    path: string,
    delivery: Delivery,
    signal: AbortSignal,
    progress: (share: number) => void,
  ): Promise<void> {
    const [rows, draft] = [`${path}.rows`, `${path}.part`];
    try {
      const opaque = await this.writeRows(rows, delivery, signal, progress);
      await this.encode(rows, draft, opaque, delivery);
      signal.throwIfAborted();
      await rename(draft, path);
    } finally {
      await rm(rows, { force: true });
      await rm(draft, { force: true });
    }
  }

  /**
   * The picture as an uncompressed TIFF, written as its rows come; the encoder reads it strip by
   * strip, so that neither holds the whole picture.
   */
  private async writeRows(
    path: string,
    { document, bits, region, scale = 1 }: Delivery,
    signal: AbortSignal,
    progress: (share: number) => void,
  ): Promise<boolean> {
    const file = await open(path, 'w');
    try {
      const { width, height } = region ?? this.renderer.extent(document, scale);
      await file.write(tiffRowsHeader({ width, height, bits }));
      const onProgress = (share: number) => progress(share * RENDERING);
      const options = { scale, bits, region, signal, onProgress };
      const { opaque } = await this.renderer.stream(document, options, async (rows) => {
        await writeWhole(file, new Uint8Array(rows.buffer, rows.byteOffset, rows.byteLength));
      });
      return opaque;
    } finally {
      await file.close();
    }
  }

  /** The file to deliver, with its profile and the credits of its sources. */
  private async encode(
    rows: string,
    path: string,
    opaque: boolean,
    { document, format, bits, quality, backing }: Delivery,
  ): Promise<void> {
    const used = await this.sources.findMany(sourcesOf(document));
    let image = sharp(rows, { limitInputPixels: false, sequentialRead: true });
    image = image.toColourspace(bits === 16 ? 'rgb16' : 'srgb');
    if (opaque) image = image.removeAlpha();
    else if (!format.alpha) image = image.flatten({ background: backing });
    image = image.withXmp(creditsAsXmp(document.title, used));
    const credits: Credits = {
      description: document.title,
      artist: [...new Set(used.map((each) => each.credit).filter(Boolean))].join('; '),
      copyright: creditLines(used).join('; '),
      software: 'Diplex',
    };
    if (format.mediaType === 'image/tiff') {
      await format.encode(image, { bits, quality }).toFile(path);
      return addTags(path, { ...credits, icc: await srgbProfile() });
    }
    image = image.withExifMerge({ IFD0: exifOf(credits) });
    // At 16 bits the encoder would convert from a wider space than the samples are in.
    if (bits === 16) {
      await format.encode(image, { bits, quality }).toFile(path);
      return insertProfile(path, await srgbProfile());
    }
    await format.encode(image.withIccProfile('srgb'), { bits, quality }).toFile(path);
  }
}

/** Writes all of `bytes`, which may lie in shared memory. */
async function writeWhole(file: FileHandle, bytes: Uint8Array): Promise<void> {
  for (let done = 0; done < bytes.length; ) {
    const { bytesWritten } = await file.write(bytes, done, bytes.length - done);
    done += bytesWritten;
  }
}

async function readBytes(file: FileHandle, at: number, length: number): Promise<Uint8Array> {
  const bytes = new Uint8Array(length);
  const { bytesRead } = await file.read(bytes, 0, length, at);
  return bytes.subarray(0, bytesRead);
}

async function addTags(path: string, tags: TiffTags): Promise<void> {
  const file = await open(path, 'r+');
  try {
    const { size } = await file.stat();
    const patches = await tiffTagPatches((at, length) => readBytes(file, at, length), size, tags);
    for (const { at, bytes } of patches) await file.write(bytes, 0, bytes.length, at);
  } finally {
    await file.close();
  }
}

/** Puts a profile into a PNG: the file is copied around it. */
async function insertProfile(path: string, icc: Uint8Array): Promise<void> {
  const source = `${path}.plain`;
  await rename(path, source);
  try {
    const file = await open(source);
    const head = await readBytes(file, 0, PNG_PROFILE_AT).finally(() => file.close());
    const profile = pngProfileChunk(head, icc, 'sRGB');
    const rest = createReadStream(source, { start: PNG_PROFILE_AT });
    const parts = async function* () {
      yield head;
      yield profile;
      yield* rest;
    };
    await pipeline(parts, createWriteStream(path));
  } finally {
    await rm(source, { force: true });
  }
}

/** EXIF text is plain ASCII and never empty; the XMP packet holds the same in full. */
function exifOf(credits: Credits): Record<string, string> {
  const fields = {
    ImageDescription: credits.description,
    Artist: credits.artist,
    Copyright: credits.copyright,
    Software: credits.software,
  };
  const ascii = (text: string) => text.replace(/[^\x20-\x7e]/g, '?');
  const stated = Object.entries(fields).filter(([, text]) => text !== '');
  return Object.fromEntries(stated.map(([name, text]) => [name, ascii(text)]));
}

/** The bytes of the sRGB profile that the encoder ships. */
async function srgbProfile(): Promise<Uint8Array> {
  const black = { width: 1, height: 1, channels: 3 as const, background: '#000000' };
  const tagged = await sharp({ create: black }).withIccProfile('srgb').png().toBuffer();
  const { icc } = await sharp(tagged).metadata();
  if (!icc) throw new Error('The encoder ships no sRGB profile.');
  return icc;
}
