import { resolve } from 'node:path';

/** What can be set from outside, by environment variables. */
export interface Configuration {
  readonly host: string;
  readonly port: number;
  /** Folder of the database and all pixels. */
  readonly data: string;
  /** Whether another process may be at work in that folder: then nothing in it is tidied up. */
  readonly guest: boolean;
  /** Folder of the built page; null serves the HTTP interface alone. */
  readonly page: string | null;
  /** Address of the element library until another one is set on the page. */
  readonly library: string;
  /** Other origins that may write, for a page served by a development server. */
  readonly origins: readonly string[];
  readonly limits: {
    /** Of one file brought in. */
    readonly fileBytes: number;
    readonly pixels: number;
    /** Of one blob written through the HTTP interface. */
    readonly blobBytes: number;
    /** Of the body of a request that is not a file. */
    readonly bodyBytes: number;
    /** Of an archive that is opened, and of what it unpacks to. */
    readonly archiveBytes: number;
    /** Of all deliveries together; the oldest are taken off. */
    readonly deliveryBytes: number;
  };
}

function whole(name: string, otherwise: number): number {
  const text = process.env[name];
  if (text === undefined || text === '') return otherwise;
  const value = Number(text);
  if (!Number.isInteger(value) || value < 0) {
    throw new Error(`${name} must be a whole number, and is "${text}".`);
  }
  return value;
}

export function readConfiguration(): Configuration {
  return {
    host: '127.0.0.1',
    port: whole('DIPLEX_PORT', 4310),
    data: resolve(process.env.DIPLEX_DATA ?? 'data'),
    guest: process.env.DIPLEX_GUEST === '1',
    page: process.env.DIPLEX_PAGE ? resolve(process.env.DIPLEX_PAGE) : null,
    library: (process.env.DIPLEX_LIBRARY || 'http://127.0.0.1:4320').replace(/\/+$/, ''),
    origins: (process.env.DIPLEX_ORIGINS ?? '').split(',').filter(Boolean),
    limits: {
      fileBytes: whole('DIPLEX_MAX_FILE_BYTES', 512 * 2 ** 20),
      pixels: whole('DIPLEX_MAX_PIXELS', 150_000_000),
      blobBytes: whole('DIPLEX_MAX_BLOB_BYTES', 64 * 2 ** 20),
      bodyBytes: whole('DIPLEX_MAX_BODY_BYTES', 32 * 2 ** 20),
      archiveBytes: whole('DIPLEX_MAX_ARCHIVE_BYTES', 8 * 2 ** 30),
      deliveryBytes: whole('DIPLEX_MAX_DELIVERY_BYTES', 20 * 2 ** 30),
    },
  };
}

export const CONFIGURATION = Symbol('Configuration');
