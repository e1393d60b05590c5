import { mkdir, rename, rm, stat } from 'node:fs/promises';
import { join } from 'node:path';
import { type Composition, newId, sourcesOf } from '@diplex/document';
import { creditLines, creditsAsXmp } from '@diplex/formats';
import { Inject, Injectable } from '@nestjs/common';
import sharp, { type Sharp } from 'sharp';
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
    .replace(/[^\p{L}\p{N} ._-]+/gu, '-')
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
      await (await this.encoded(picture, delivery)).toFile(draft);
      signal.throwIfAborted();
      await rename(draft, path);
    } finally {
      await rm(draft, { force: true });
    }
    const { size: bytes } = await stat(path);
    const file = fileName(document.title, format.ending);
    return { path, file, mediaType: format.mediaType, bytes };
  }

  /** The picture on its way to the file, with its profile and the credits of its sources. */
  private async encoded(picture: RenderedPicture, delivery: Delivery): Promise<Sharp> {
    const { document, format, bits, quality, backing } = delivery;
    const { width, height, data } = picture;
    const used = await this.sources.findMany(sourcesOf(document));
    const lines = creditLines(used);
    const opaque = isOpaque(data);
    let image = sharp(data, { raw: { width, height, channels: 4 }, limitInputPixels: false });
    image = image.toColourspace(bits === 16 ? 'rgb16' : 'srgb');
    if (opaque) image = image.removeAlpha();
    else if (!format.alpha) image = image.flatten({ background: backing });
    image = image.withIccProfile('srgb').withXmp(creditsAsXmp(document.title, used));
    // EXIF text is plain ASCII; the XMP packet holds the same in full.
    const ascii = (text: string) => text.replace(/[^\x20-\x7e\n]/g, '?');
    image = image.withExifMerge({
      IFD0: {
        ImageDescription: ascii(document.title),
        Artist: ascii([...new Set(used.map((each) => each.credit).filter(Boolean))].join('; ')),
        Copyright: ascii(lines.join('; ')),
        Software: 'Diplex',
      },
    });
    return format.encode(image, { bits, quality });
  }
}

function isOpaque(data: Uint8Array | Uint16Array): boolean {
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  for (let i = 3; i < data.length; i += 4) if (data[i] !== top) return false;
  return true;
}
