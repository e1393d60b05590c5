import { Readable } from 'node:stream';
import type { ReadableStream } from 'node:stream/web';
import { MikroORM } from '@mikro-orm/libsql';
import { Inject, Injectable } from '@nestjs/common';
import { type ClassConstructor, plainToInstance } from 'class-transformer';
import { validate } from 'class-validator';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import type { ImportResultDto } from '../sources/source.dto';
import { SourcesService } from '../sources/sources.service';
import { BlobStore, TooManyBytes } from '../storage/blob-store';
import { SettingRecord } from '../storage/entities/setting-record';
import type { SourceTerms } from '../storage/entities/source-record';
import { type LibraryDto, LibraryItemDto, LibraryItemsDto, type LicenceDto } from './library.dto';

/** How long to wait for a library, in milliseconds; a file may take longer. */
const [WAIT, WAIT_FOR_FILE] = [5000, 120_000];

/** Previews and lists larger than that are refused. */
const MOST = 8 * 2 ** 20;

/** The name of the setting that holds the address. */
const SETTING = 'library';

/** What a licence means for a composition that is delivered: that is changed, and sold. */
function termsOf({ allows, credit }: LicenceDto): SourceTerms {
  if (!allows.includes('change') || !allows.includes('sell')) return 'barred';
  return credit ? 'credited' : 'free';
}

/** Asks the library for elements, and brings them to the shelf with what their licences say: see docs/library.md. */
@Injectable()
export class LibraryService {
  constructor(
    @Inject(MikroORM) private readonly orm: MikroORM,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(BlobStore) private readonly blobs: BlobStore,
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
  ) {}

  async address(): Promise<string> {
    const set = await this.orm.em.fork().findOne(SettingRecord, { name: SETTING });
    return set?.value ?? this.configuration.library;
  }

  async setAddress(address: string): Promise<void> {
    const em = this.orm.em.fork();
    await em.upsert(SettingRecord, { name: SETTING, value: address.replace(/\/+$/, '') });
  }

  /** Where it is; its name is null while it does not answer. */
  async state(): Promise<LibraryDto> {
    const address = await this.address();
    try {
      const { name } = (await this.json('/')) as { name?: unknown };
      return { address, name: typeof name === 'string' ? name.slice(0, 200) : address };
    } catch {
      return { address, name: null };
    }
  }

  async search(words: string, may: string): Promise<LibraryItemDto[]> {
    const query = new URLSearchParams({ words, may });
    return (await this.told(LibraryItemsDto, `/items?${query}`)).items;
  }

  /** A small picture of an element. */
  async preview(id: string): Promise<{ readonly type: string; readonly bytes: Buffer }> {
    const response = await this.ask(`/items/${id}/preview`, WAIT);
    const type = response.headers.get('content-type') ?? '';
    if (!/^image\/(webp|png|jpeg|avif)$/.test(type))
      throw await this.wrong('its preview is no picture');
    return { type, bytes: await this.bytes(response) };
  }

  /** Brings an element to the shelf, with its title, who made it, its licence and where it came from. */
  async bringIn(id: string, stop: AbortSignal): Promise<ImportResultDto> {
    const item = await this.told(LibraryItemDto, `/items/${id}`);
    const response = await this.ask(`/items/${id}/file`, WAIT_FOR_FILE, stop);
    if (!response.body) throw await this.wrong('it sends no file');
    const said = /filename="([^"\\/]{1,200})"/.exec(
      response.headers.get('content-disposition') ?? '',
    );
    const name = said?.[1] ?? item.title;
    const limit = this.configuration.limits.fileBytes;
    const stream = Readable.fromWeb(response.body as ReadableStream);
    const incoming = await this.blobs.receive(stream, limit).catch(async (error: unknown) => {
      if (!(error instanceof TooManyBytes)) throw await this.unreachable();
      throw new Problem('file-too-large', `${item.title} has more bytes than this server takes.`);
    });
    const result = await this.sources.bringIn({ name, incoming });
    const { source } = result;
    if (result.outcome !== 'added' || !source) return result;
    const { licence, title, creator } = item;
    const told = await this.sources.change(source.hash, {
      ...{ title, credit: creator, terms: termsOf(licence) },
      ...{ rights: licence.name, note: licence.text.slice(0, 2000) },
    });
    const origin = `${await this.address()}/items/${id}`;
    await this.sources.setOrigin(source.hash, origin);
    return { ...result, source: Object.assign(source, told, { origin }) };
  }

  /** What the library says at a path, if it is what it should be. */
  private async told<Told extends object>(
    shape: ClassConstructor<Told>,
    path: string,
  ): Promise<Told> {
    const told = plainToInstance(shape, await this.json(path));
    const wrong = await validate(told, { whitelist: true });
    if (wrong.length > 0) throw await this.wrong(`${wrong[0]?.property} is not as it should be`);
    return told;
  }

  private async json(path: string): Promise<object> {
    const bytes = await this.bytes(await this.ask(path, WAIT));
    try {
      const said: unknown = JSON.parse(bytes.toString('utf8'));
      if (typeof said === 'object' && said !== null) return said;
    } catch {
      // Told below.
    }
    throw await this.wrong('it does not speak the library’s language');
  }

  private async bytes(response: Response): Promise<Buffer> {
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of (response.body ?? []) as AsyncIterable<Uint8Array>) {
      size += part.length;
      if (size > MOST) throw await this.wrong('it sends too much');
      parts.push(part);
    }
    return Buffer.concat(parts);
  }

  private async ask(path: string, wait: number, stop?: AbortSignal): Promise<Response> {
    const address = await this.address();
    // Where it sends to instead was not set by anybody here.
    const signal = AbortSignal.any([AbortSignal.timeout(wait), ...(stop ? [stop] : [])]);
    const how = { signal, redirect: 'error' } as const;
    const response = await fetch(`${address}${path}`, how).catch(() => null);
    if (!response) throw await this.unreachable();
    if (response.status === 404) throw new Problem('not-found', 'The library has no such element.');
    if (!response.ok) throw await this.wrong(`it answers with ${response.status}`);
    return response;
  }

  private async unreachable(): Promise<Problem> {
    const detail = `The library at ${await this.address()} does not answer. Check its address, or go on without it: everything on the shelf is here.`;
    return new Problem('library-unreachable', detail);
  }

  private async wrong(what: string): Promise<Problem> {
    const detail = `What the library at ${await this.address()} answers cannot be used: ${what}. Check its address.`;
    return new Problem('library-unreachable', detail);
  }
}
