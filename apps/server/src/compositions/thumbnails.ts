import { randomUUID } from 'node:crypto';
import { mkdir, readFile, rename, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import type { Composition } from '@diplex/document';
import { pixelsBetween, spaceOf } from '@diplex/formats';
import { Inject, Injectable } from '@nestjs/common';
import sharp from 'sharp';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Renderer } from '../rendering/renderer';
import type { CompositionRecord } from '../storage/entities/composition-record';

const LONGEST_SIDE = 480;

/** Small pictures of compositions, rendered by the same core, kept by revision. */
@Injectable()
export class Thumbnails {
  private readonly folder: string;

  constructor(
    @Inject(CONFIGURATION) configuration: Configuration,
    @Inject(Renderer) private readonly renderer: Renderer,
  ) {
    this.folder = join(configuration.data, 'thumbnails');
  }

  async of(record: CompositionRecord): Promise<Buffer> {
    const path = join(this.folder, `${record.id}-${record.revision}.webp`);
    const known = await readFile(path).catch(() => null);
    if (known) return known;
    const document = JSON.parse(record.document) as Composition;
    const { width, height } = document.canvas;
    const scale = Math.min(1, LONGEST_SIDE / Math.max(width, height));
    const picture = await this.renderer.render(document, { scale, bits: 8, missing: 'left out' });
    const { data } = picture;
    const from = spaceOf(document.canvas.profile);
    if (from !== 'srgb') pixelsBetween({ from, to: 'srgb' }, data, 4, data);
    const raw = { width: picture.width, height: picture.height, channels: 4 as const };
    const made = await sharp(data, { raw }).webp({ quality: 82 }).toBuffer();
    await mkdir(this.folder, { recursive: true });
    const draft = join(this.folder, randomUUID());
    await writeFile(draft, made);
    await rename(draft, path);
    return made;
  }
}
