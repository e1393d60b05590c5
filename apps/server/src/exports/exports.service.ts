import { mkdir, rename, rm, stat, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { type Composition, newId, sourcesOf } from '@diplex/document';
import { addTiffTags, creditLines, creditsAsXmp, embedProfileInPng } from '@diplex/formats';
import { Inject, Injectable } from '@nestjs/common';
import sharp from 'sharp';
import { CompositionsService } from '../compositions/compositions.service';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { type RenderedPicture, Renderer } from '../rendering/renderer';
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

interface Delivery {
  readonly document: Composition;
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
    const { document, format, bits } = delivery;
    const picture = await this.renderer.render(document, {
      ...{ scale: 1, bits, signal },
      onProgress: (share) => progress(share * RENDERING),
    });
    signal.throwIfAborted();
    await mkdir(this.folder, { recursive: true });
    const path = join(this.folder, `${newId()}.${format.ending}`);
    const draft = `${path}.part`;
    try {
      await writeFile(draft, await this.encoded(picture, delivery));
      signal.throwIfAborted();
      await rename(draft, path);
    } finally {
      await rm(draft, { force: true });
    }
    const { size: bytes } = await stat(path);
    const file = fileName(document.title, format.ending);
    return { path, file, mediaType: format.mediaType, bytes };
  }

  /** The bytes of the file, with its profile and the credits of its sources. */
  private async encoded(picture: RenderedPicture, delivery: Delivery): Promise<Uint8Array> {
    const { document, format, bits, quality, backing } = delivery;
    const { width, height, data } = picture;
    const used = await this.sources.findMany(sourcesOf(document));
    let image = sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: false });
    image = image.toColourspace(bits === 16 ? 'rgb16' : 'srgb');
    if (isOpaque(data)) image = image.removeAlpha();
    else if (!format.alpha) image = image.flatten({ background: backing });
    image = image.withXmp(creditsAsXmp(document.title, used));
    const credits: Credits = {
      description: document.title,
      artist: [...new Set(used.map((each) => each.credit).filter(Boolean))].join('; '),
      copyright: creditLines(used).join('; '),
      software: 'Diplex',
    };
    if (format.mediaType === 'image/tiff') {
      const tiff = await format.encode(image, { bits, quality }).toBuffer();
      return addTiffTags(tiff, { ...credits, icc: await srgbProfile() });
    }
    image = image.withExifMerge({ IFD0: exifOf(credits) });
    // At 16 bits the encoder would convert from a wider space than the samples are in.
    if (bits === 16) {
      const png = await format.encode(image, { bits, quality }).toBuffer();
      return embedProfileInPng(png, await srgbProfile(), 'sRGB');
    }
    return format.encode(image.withIccProfile('srgb'), { bits, quality }).toBuffer();
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

function isOpaque(data: Uint8Array | Uint16Array): boolean {
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  for (let i = 3; i < data.length; i += 4) if (data[i] !== top) return false;
  return true;
}
