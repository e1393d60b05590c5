import { createHash } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { join } from 'node:path';
import { pipeline } from 'node:stream/promises';
import { sourcesOf, tiledOf } from '@diplex/document';
import { Inject, Injectable } from '@nestjs/common';
import { CompositionsService } from '../compositions/compositions.service';
import { Problem } from '../problems/problem';
import { SourcesService } from '../sources/sources.service';
import { BlobStore } from '../storage/blob-store';
import type { SourceRecord } from '../storage/entities/source-record';
import { VersionsService } from '../versions/versions.service';
import { ARCHIVE_FORM, ARCHIVE_TYPE, BLOBS, hashesIn, PARTS, SOURCE_FACTS } from './archive-parts';
import { UNCHANGED } from './openraster-parts';
import { ZipWriter } from './zip-writer';

interface ArchiveTask {
  readonly path: string;
  readonly signal: AbortSignal;
  progress(share: number): void;
}

/** Pictures of an OpenRaster file that an archive lies beside. */
interface Beside {
  readonly folder: string;
  readonly layers: number;
  readonly stack: string;
}

/** The SHA-256 of a file. */
export async function digestOf(stream: NodeJS.ReadableStream): Promise<string> {
  const digest = createHash('sha256');
  await pipeline(stream, digest);
  return digest.digest('hex');
}

function factsOf(record: SourceRecord): object {
  const facts = SOURCE_FACTS.map((name) => [name, record[name]] as const);
  return { hash: record.hash, ...Object.fromEntries(facts) };
}

/** Compositions as files of their own, with all that they need. */
@Injectable()
export class Archives {
  constructor(
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(VersionsService) private readonly versions: VersionsService,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(BlobStore) private readonly blobs: BlobStore,
  ) {}

  /** Writes the archive of a composition. */
  async write(id: string, task: ArchiveTask): Promise<void> {
    const zip = new ZipWriter(task.path);
    zip.addText('mimetype', ARCHIVE_TYPE, 'stored');
    await this.addTo(zip, id, '');
    await zip.end(task);
  }

  /** Adds the parts of a composition's archive to a ZIP, in a folder of it. */
  async addTo(zip: ZipWriter, id: string, folder: string, beside?: Beside): Promise<void> {
    const { document, history } = await this.compositions.load(id);
    const versions = (await this.versions.of(id)).map(({ name, createdAt, document: state }) => ({
      ...{ name, createdAt, document: state },
    }));
    const texts: Record<string, string> = {
      [PARTS.form]: JSON.stringify({ form: ARCHIVE_FORM }),
      [PARTS.composition]: JSON.stringify(document),
      [PARTS.history]: JSON.stringify(history),
      [PARTS.versions]: JSON.stringify(versions),
    };
    const named = [...new Set(Object.values(texts).flatMap(hashesIn))];
    const needed = new Set([
      ...sourcesOf(document),
      ...tiledOf(document).flatMap(({ tiles }) => Object.values(tiles)),
    ]);
    const sources = await this.sources.findMany(named);
    texts[PARTS.sources] = JSON.stringify(sources.map(factsOf));
    for (const [name, text] of Object.entries(texts)) zip.addText(`${folder}${name}`, text);
    for (const hash of named) {
      // What only an earlier state named may be gone; what the picture needs may not.
      if (await this.blobs.has(hash))
        zip.addFile(`${folder}${BLOBS}${hash}`, this.blobs.pathOf(hash));
      else if (needed.has(hash)) throw this.missing(hash, sources);
    }
    if (beside) zip.addText(UNCHANGED, JSON.stringify(await this.unchanged(beside)));
  }

  /** Sources that are here, with their files, in the order that is asked for. */
  async sourcesAndFiles(
    hashes: readonly string[],
  ): Promise<{ record: SourceRecord; path: string }[]> {
    const records = await this.sources.findMany(hashes);
    const known = hashes.flatMap((hash) => records.find((record) => record.hash === hash) ?? []);
    return known.map((record) => ({ record, path: this.blobs.pathOf(record.hash) }));
  }

  private missing(hash: string, sources: readonly SourceRecord[]): Problem {
    const title = sources.find((source) => source.hash === hash)?.title ?? `pixels (${hash})`;
    const detail = `The archive would not be whole: the file of ${title} is not there any more. Bring it in again under Gather.`;
    return new Problem('missing-pixels', detail, { hashes: [hash] });
  }

  private async unchanged({ folder, layers, stack }: Beside): Promise<Record<string, string>> {
    const digests: Record<string, string> = {
      'stack.xml': createHash('sha256').update(stack).digest('hex'),
    };
    for (let i = 0; i < layers; i++) {
      const file = createReadStream(join(folder, `layer${i}.png`));
      digests[`data/layer${i}.png`] = await digestOf(file);
    }
    return digests;
  }
}
