import type { Readable } from 'node:stream';
import { buffer } from 'node:stream/consumers';
import { type Entry, open, type ZipFile } from 'yauzl';
import { Problem } from '../problems/problem';

/** An archive with more entries was made to harm. */
const MOST_ENTRIES = 100_000;
/** No honest entry of this many bytes gets smaller than to this share of them. */
const BOMB_BYTES = 4 * 2 ** 20;
const BOMB_SHARE = 1 / 1000;

export function notReadable(detail: string): Problem {
  return new Problem('broken-archive', detail);
}

/** Reads a ZIP that anybody may have made: what could do harm is refused by name before anything of it is unpacked. */
export class ZipReader {
  private constructor(
    private readonly zip: ZipFile,
    private readonly entries: ReadonlyMap<string, Entry>,
    private readonly file: string,
  ) {}

  /** @param mostBytes of all that it unpacks to */
  static async open(path: string, file: string, mostBytes: number): Promise<ZipReader> {
    const zip = await new Promise<ZipFile>((resolve, reject) => {
      open(path, { lazyEntries: true, autoClose: false, strictFileNames: true }, (error, opened) =>
        error
          ? reject(notReadable(`${file} is no readable archive: ${error.message}.`))
          : resolve(opened),
      );
    });
    try {
      return new ZipReader(zip, await listed(zip, file, mostBytes), file);
    } catch (error) {
      zip.close();
      throw error;
    }
  }

  get names(): readonly string[] {
    return [...this.entries.keys()];
  }

  has(name: string): boolean {
    return this.entries.has(name);
  }

  /** What an entry unpacks to, as it comes. Its length and its checksum are checked on the way. */
  async stream(name: string): Promise<Readable> {
    const entry = this.entries.get(name);
    if (!entry) throw notReadable(`${this.file} has no ${name}.`);
    return new Promise((resolve, reject) => {
      this.zip.openReadStream(entry, {}, (error, stream) =>
        error
          ? reject(notReadable(`${name} in ${this.file} cannot be read: ${error.message}.`))
          : resolve(stream),
      );
    });
  }

  /** A text, which has to be short enough to be held. */
  async text(name: string, mostBytes: number): Promise<string> {
    const size = this.entries.get(name)?.uncompressedSize ?? 0;
    if (size > mostBytes) {
      throw notReadable(
        `${name} in ${this.file} has ${Math.round(size / 2 ** 20)} MB, more than anything of its kind.`,
      );
    }
    const bytes = await buffer(await this.stream(name)).catch((error: Error) => {
      throw error instanceof Problem
        ? error
        : notReadable(`${name} in ${this.file} is damaged: ${error.message}.`);
    });
    return bytes.toString('utf8');
  }

  /** A JSON value. */
  async json(name: string, mostBytes: number): Promise<unknown> {
    const text = await this.text(name, mostBytes);
    try {
      return JSON.parse(text);
    } catch (error) {
      throw notReadable(`${name} in ${this.file} is damaged: ${(error as Error).message}.`);
    }
  }

  close(): void {
    this.zip.close();
  }
}

async function listed(zip: ZipFile, file: string, mostBytes: number): Promise<Map<string, Entry>> {
  const entries = new Map<string, Entry>();
  let bytes = 0;
  const take = (entry: Entry) => {
    const { fileName, uncompressedSize, compressedSize } = entry;
    if (entries.size >= MOST_ENTRIES)
      throw notReadable(`${file} has more than ${MOST_ENTRIES} entries.`);
    if (entries.has(fileName)) throw notReadable(`${file} has ${fileName} twice.`);
    if (entry.isEncrypted()) throw notReadable(`${fileName} in ${file} is encrypted.`);
    if (uncompressedSize > BOMB_BYTES && compressedSize < uncompressedSize * BOMB_SHARE) {
      throw notReadable(
        `${fileName} in ${file} unpacks to a thousand times its size and more; it is not opened.`,
      );
    }
    bytes += uncompressedSize;
    if (bytes > mostBytes) {
      throw new Problem(
        'file-too-large',
        `${file} unpacks to more than ${Math.round(mostBytes / 2 ** 20)} MB. Raise the limit, if you trust it.`,
      );
    }
    entries.set(fileName, entry);
  };
  await new Promise<void>((resolve, reject) => {
    zip.on('entry', (entry: Entry) => {
      try {
        take(entry);
        zip.readEntry();
      } catch (error) {
        reject(error);
      }
    });
    zip.on('end', resolve);
    zip.on('error', (error: Error) => reject(notReadable(`${file} is damaged: ${error.message}.`)));
    zip.readEntry();
  });
  return entries;
}
