import { type Composition, sourcesOf, tiledOf } from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { Inject, Injectable } from '@nestjs/common';
import { CompositionsService } from '../compositions/compositions.service';
import { CONFIGURATION, type Configuration } from '../configuration';
import { Problem } from '../problems/problem';
import { SourcesService } from '../sources/sources.service';
import { BlobStore, type Incoming, TooManyBytes } from '../storage/blob-store';
import { SOURCE_KINDS, SOURCE_TERMS } from '../storage/entities/source-record';
import { VersionsService } from '../versions/versions.service';
import { ARCHIVE_FORM, BLOBS, PARTS, SOURCE_FACTS } from './archive-parts';
import { digestOf } from './archives.service';
import { OWN_FOLDER, UNCHANGED } from './openraster-parts';
import { readOpenraster } from './read-openraster';
import { notReadable, ZipReader } from './zip-reader';

/** Texts of an archive are at most so long. */
const MOST_TEXT = 256 * 2 ** 20;

/** What came of opening a file. */
export interface Opened {
  /** The new composition. */
  readonly id: string;
  readonly title: string;
  /** What could not be read as it was meant. */
  readonly remarks: readonly string[];
}

interface VersionPart {
  readonly name: string;
  readonly document: object;
}

type Stated = Record<string, unknown> & { readonly hash: string };

/** Opens compositions that come as files: our own archives, and OpenRaster. */
@Injectable()
export class Openings {
  constructor(
    @Inject(CONFIGURATION) private readonly configuration: Configuration,
    @Inject(CompositionsService) private readonly compositions: CompositionsService,
    @Inject(VersionsService) private readonly versions: VersionsService,
    @Inject(SourcesService) private readonly sources: SourcesService,
    @Inject(BlobStore) private readonly blobs: BlobStore,
  ) {}

  /** Makes a composition of a received file. What is wrong with it is said in a Problem; then nothing was brought in but sources. */
  async open(path: string, file: string): Promise<Opened> {
    const zip = await ZipReader.open(path, file, this.configuration.limits.archiveBytes);
    try {
      if (zip.has('stack.xml')) return await this.openOpenraster(zip, file);
      if (zip.has(PARTS.composition)) return await this.openArchive(zip, '', file);
      const detail = `${file} is neither a Diplex archive (it has no composition.json) nor OpenRaster (it has no stack.xml).`;
      throw notReadable(detail);
    } finally {
      zip.close();
    }
  }

  private async openOpenraster(zip: ZipReader, file: string): Promise<Opened> {
    if (zip.has(UNCHANGED) && (await this.isUnchanged(zip))) {
      return this.openArchive(zip, OWN_FOLDER, file);
    }
    const bring = (name: string, title: string) => this.bringPicture(zip, name, title);
    const { document, remarks } = await readOpenraster(zip, file, bring);
    if (zip.has(UNCHANGED)) {
      remarks.unshift(
        'It was changed elsewhere since it was delivered from here: its layers are those of today, as pixels.',
      );
    }
    const { id } = await this.compositions.create({ document });
    return { id, title: document.title, remarks };
  }

  private async isUnchanged(zip: ZipReader): Promise<boolean> {
    const digests = (await zip.json(UNCHANGED, MOST_TEXT)) as Record<string, unknown>;
    const pictures = zip.names.filter((name) => name.startsWith('data/') && !name.endsWith('/'));
    if (pictures.some((name) => !(name in digests))) return false;
    for (const [name, digest] of Object.entries(digests)) {
      if (!zip.has(name) || (await digestOf(await zip.stream(name))) !== digest) return false;
    }
    return true;
  }

  /** Brings one picture of an archive onto the shelf; gives what is known of it. */
  private async bringPicture(zip: ZipReader, name: string, title: string) {
    const incoming = await this.receive(zip, name);
    const { source, problem } = await this.sources.bringIn({ name: `${title}.png`, incoming });
    if (!source)
      throw notReadable(`${name} cannot be read: ${problem?.detail ?? 'it is no picture'}`);
    return source;
  }

  private receive(zip: ZipReader, name: string): Promise<Incoming> {
    const { fileBytes } = this.configuration.limits;
    return zip.stream(name).then((stream) =>
      this.blobs.receive(stream, fileBytes).catch((error: Error) => {
        if (error instanceof TooManyBytes) {
          throw new Problem(
            'file-too-large',
            `${name} has more than ${Math.floor(fileBytes / 2 ** 20)} MB.`,
          );
        }
        throw notReadable(`${name} is damaged: ${error.message}.`);
      }),
    );
  }

  private async openArchive(zip: ZipReader, folder: string, file: string): Promise<Opened> {
    const part = (name: string) => `${folder}${name}`;
    const json = async (name: string, otherwise: unknown) =>
      zip.has(part(name)) ? zip.json(part(name), MOST_TEXT) : otherwise;
    const { form } = (await json(PARTS.form, { form: ARCHIVE_FORM })) as { form: number };
    if (!(form <= ARCHIVE_FORM)) {
      throw notReadable(`${file} was made by a later Diplex (form ${form}). Open it with that.`);
    }
    const stated = (await json(PARTS.composition, null)) as object;
    const document = checkedDocument(stated, file);
    const history = (await json(PARTS.history, undefined)) as
      | { entries: object[]; position: number }
      | undefined;
    await this.compositions.checkStart({ document: stated, history });
    const versions = (await json(PARTS.versions, [])) as VersionPart[];
    const facts = (await json(PARTS.sources, [])) as Stated[];
    const remarks = await this.bringBlobs(zip, part(BLOBS), file, { document, facts });
    const { id } = await this.compositions.create({ document: stated, history });
    for (const { name, document: state } of [...versions].reverse()) {
      await this.versions.keep(id, name, state).catch((error: Error) => {
        remarks.push(`The version ${name} could not be kept: ${error.message}`);
      });
    }
    return { id, title: document.title, remarks };
  }

  /** Takes in all pixels of an archive. All of them are looked at before any is kept. */
  private async bringBlobs(
    zip: ZipReader,
    folder: string,
    file: string,
    { document, facts }: { document: Composition; facts: readonly Stated[] },
  ): Promise<string[]> {
    const needed = [
      ...sourcesOf(document),
      ...tiledOf(document).flatMap(({ tiles }) => Object.values(tiles)),
    ];
    const lacking = needed.find((hash) => !zip.has(`${folder}${hash}`));
    if (lacking) throw notReadable(`${file} is not whole: ${folder}${lacking} is not in it.`);
    const received: Incoming[] = [];
    try {
      for (const name of zip.names) {
        if (!name.startsWith(folder) || name.endsWith('/')) continue;
        const hash = name.slice(folder.length);
        if (!/^[0-9a-f]{64}$/.test(hash))
          throw notReadable(`${name} in ${file} is no name of pixels.`);
        const incoming = await this.receive(zip, name);
        received.push(incoming);
        if (incoming.hash !== hash) {
          throw notReadable(
            `${name} in ${file} is damaged; its bytes have the SHA-256 ${incoming.hash}.`,
          );
        }
      }
    } catch (error) {
      for (const incoming of received) await this.blobs.discard(incoming);
      throw error;
    }
    const photos = new Set([...facts.map(({ hash }) => hash), ...sourcesOf(document)]);
    const remarks: string[] = [];
    for (const incoming of received) {
      if (!photos.has(incoming.hash)) await this.blobs.keep(incoming);
      else await this.bringSource(incoming, facts, new Set(needed), remarks);
    }
    return remarks;
  }

  private async bringSource(
    incoming: Incoming,
    facts: readonly Stated[],
    needed: ReadonlySet<string>,
    remarks: string[],
  ): Promise<void> {
    const { hash } = incoming;
    const said = facts.find((each) => each.hash === hash);
    const name = typeof said?.name === 'string' && said.name ? said.name : hash.slice(0, 8);
    const { outcome, problem } = await this.sources.bringIn({ name: name.slice(0, 200), incoming });
    if (problem && needed.has(hash)) throw notReadable(problem.detail);
    if (problem) remarks.push(problem.detail);
    // What is said here of a source that was known already stays.
    if (outcome === 'added' && said) await this.sources.change(hash, changeOf(said));
  }
}

function checkedDocument(stated: object, file: string): Composition {
  try {
    return validateComposition(stated);
  } catch (error) {
    throw notReadable(`${file} holds no composition that can be read: ${(error as Error).message}`);
  }
}

/** What an archive says of a source, as far as it is of the right kind. */
function changeOf(said: Stated): object {
  const text = (value: unknown) => typeof value === 'string' && value.length <= 2000;
  const fits: Record<(typeof SOURCE_FACTS)[number], (value: unknown) => boolean> = {
    ...{ name: () => false, title: text, credit: text, rights: text, note: text, origin: text },
    kind: (value) => SOURCE_KINDS.some((kind) => kind === value),
    terms: (value) => SOURCE_TERMS.some((terms) => terms === value),
    collections: (value) => Array.isArray(value) && value.length <= 100 && value.every(text),
  };
  const kept = SOURCE_FACTS.filter((name) => fits[name](said[name]));
  return Object.fromEntries(kept.map((name) => [name, said[name]]));
}
