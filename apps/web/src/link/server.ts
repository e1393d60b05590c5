import type { SourceTile } from '@diplex/core';
import {
  type Composition,
  type History,
  type HistoryChange,
  type Size,
  sourceNamed,
} from '@diplex/document';
import { problemFrom, ServerProblem, UNREACHABLE } from './problem';

export interface Source {
  readonly hash: string;
  readonly name: string;
  readonly format: string;
  readonly width: number;
  readonly height: number;
  readonly bits: 8 | 16;
  readonly channels: 3 | 4;
  readonly profile: string;
  readonly bytes: number;
  readonly takenAt: string | null;
  /** Exposure value at ISO 100; one more lets in half as much light. */
  readonly exposure: number | null;
  /** Where it was taken; empty where its file does not say. */
  readonly place: string;
  readonly addedAt: string;
  readonly title: string;
  readonly credit: string;
  readonly rights: string;
  readonly note: string;
  /** To be laid in, or to be painted with. */
  readonly kind: 'picture' | 'tip';
  /** What its rights allow: any use, any that names who made it, none that is published. */
  readonly terms: 'free' | 'credited' | 'barred';
  readonly collections: readonly string[];
  /** No longer offered; what uses it goes on doing so. */
  readonly offShelf: boolean;
  /** The address in a library that it came from; empty for none. */
  readonly origin: string;
}

/** What a licence may allow: to be shown, to be changed, and to be part of what is sold or advertises. */
export const LICENCE_USES = ['use', 'change', 'sell'] as const;
export type LicenceUse = (typeof LICENCE_USES)[number];

/** An element of a library, and on which terms it can be had. */
export interface LibraryItem {
  readonly id: string;
  readonly title: string;
  readonly creator: string;
  readonly words: readonly string[];
  readonly width: number;
  readonly height: number;
  readonly licence: {
    readonly name: string;
    readonly text: string;
    readonly allows: readonly LicenceUse[];
    readonly credit: boolean;
  };
}

/** Where the library is; its name is null while it does not answer. */
export interface Library {
  readonly address: string;
  readonly name: string | null;
}

/** What people say of a source in words. */
export type SourceWords = Pick<Source, 'title' | 'credit' | 'rights' | 'note'>;

export type SourceChange = Partial<
  SourceWords & Pick<Source, 'kind' | 'terms' | 'collections' | 'offShelf'>
>;

export interface ImportResult {
  readonly file: string;
  readonly outcome: 'added' | 'known' | 'refused';
  readonly source?: Source;
  readonly problem?: { readonly detail: string };
}

export interface CompositionSummary {
  readonly id: string;
  readonly title: string;
  readonly revision: number;
  readonly width: number;
  readonly height: number;
  readonly layers: number;
  readonly updatedAt: string;
}

export interface LoadedComposition {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
  readonly document: Composition;
  readonly history: History;
}

export interface Saved {
  readonly id: string;
  readonly revision: number;
  readonly updatedAt: string;
}

/** A state of a composition that was given a name. */
export interface Version {
  readonly id: string;
  readonly name: string;
  readonly createdAt: string;
  readonly document: Composition;
}

/** What a delivered file can hold. */
export const FILE_CONTENTS = [
  ...(['picture', 'cut-out', 'mask', 'layers', 'openraster', 'archive'] as const),
  ...(['comparison', 'animation', 'sheet'] as const),
];
export type FileContents = (typeof FILE_CONTENTS)[number];

export type FileFormat = 'png' | 'jpeg' | 'webp' | 'avif' | 'tiff';

/** One file of a delivery; what is left out is as the format usually has it. */
export interface FileRequest {
  readonly contents: FileContents;
  /** Id or name. */
  readonly layer?: string;
  readonly extent?: 'canvas' | 'trimmed';
  readonly format?: FileFormat;
  readonly bits?: 8 | 16 | 32;
  readonly quality?: number;
  readonly subsampling?: '4:4:4' | '4:2:0';
  readonly mostBytes?: number;
  readonly size?: {
    readonly by: 'percent' | 'width' | 'height' | 'longest';
    readonly value: number;
  };
  readonly sharpening?: number;
  readonly space?: 'srgb' | 'p3' | 'linear';
  readonly backing?: string;
  /** What a comparison begins from: `step:N` of the history, or `version:ID`. */
  readonly before?: string;
  readonly way?: 'side' | 'line';
  /** Where the line of a comparison stands, 0..1. */
  readonly line?: number;
  /** States of an animation: `now`, `step:N`, `version:ID`. */
  readonly states?: readonly string[];
  /** Milliseconds that each of them stays. */
  readonly stays?: number;
  readonly shows?: 'versions' | 'sources';
  readonly name?: string;
}

/** What the files of a delivery say of themselves. */
export interface FileWords {
  readonly title?: string;
  readonly description?: string;
  readonly creator?: string;
  readonly credit?: string;
  readonly rights?: string;
  readonly place?: string;
}

export interface DeliveryRequest {
  readonly revision: number;
  readonly name?: string;
  readonly files: readonly FileRequest[];
  readonly metadata?: FileWords;
  readonly letPass?: readonly string[];
}

export interface DeliveredFile {
  readonly place: number;
  readonly name: string;
  readonly mediaType: string;
  readonly bytes: number;
  /** What could not be told in that format. */
  readonly remarks: readonly string[];
}

export interface Delivery {
  readonly id: string;
  readonly composition: string;
  readonly title: string;
  readonly name: string;
  readonly revision: number;
  readonly createdAt: string;
  readonly files: readonly DeliveredFile[];
  readonly letPass: readonly string[];
  /** Which files could not be made, and why. */
  readonly failed: readonly string[];
}

export interface DeliverySet {
  readonly name: string;
  readonly files: readonly FileRequest[];
}

export interface Job {
  readonly id: string;
  readonly composition: string;
  readonly label: string;
  readonly state: 'running' | 'done' | 'failed' | 'stopped';
  readonly progress: number;
  readonly secondsLeft: number | null;
  readonly problem: string | null;
  readonly delivery: string | null;
  readonly files: readonly DeliveredFile[];
}

/** What came of one photograph that a composition was used again on. */
export interface RecipeResult {
  readonly source: string;
  readonly title: string;
  /** A composition of its own; null where it failed. */
  readonly composition: string | null;
  /** What needs a hand; nothing when empty. */
  readonly needs: readonly string[];
  readonly delivery: string | null;
  readonly seconds: number;
}

/** How large each subject becomes where the one before it stood. */
export type RecipePlacing = 'as high' | 'eye level';

export interface RecipeRun {
  readonly id: string;
  readonly composition: string;
  readonly title: string;
  readonly layers: readonly string[];
  readonly createdAt: string;
  readonly count: number;
  readonly results: readonly RecipeResult[];
}

export interface RecipeRequest {
  readonly revision: number;
  readonly layers: readonly string[];
  readonly sources: readonly string[];
  readonly agree: number;
  readonly placing: RecipePlacing;
  readonly files: readonly FileRequest[];
}

/** What came of a file that was opened. */
export interface OpenedFile {
  readonly id: string;
  readonly title: string;
  readonly remarks: readonly string[];
}

async function answer(path: string, init?: RequestInit): Promise<Response> {
  const response = await fetch(`/api/${path}`, init).catch(() => {
    throw new ServerProblem(0, UNREACHABLE);
  });
  if (!response.ok) throw problemFrom(response.status, await response.text());
  return response;
}

async function json<Result>(path: string, init?: RequestInit): Promise<Result> {
  return (await answer(path, init)).json() as Promise<Result>;
}

function sending(method: string, body: unknown): RequestInit {
  const headers = { 'Content-Type': 'application/json' };
  return { method, headers, body: JSON.stringify(body) };
}

/** The HTTP interface, as docs/http.md describes it. */
export const server = {
  sources: () => json<Source[]>('sources'),
  changeSource: (hash: string, change: SourceChange) =>
    json<Source>(`sources/${hash}`, sending('PATCH', change)),
  library: () => json<Library>('library'),
  setLibrary: (address: string) => json<Library>('library', sending('PUT', { address })),
  libraryItems: async (words: string, may: readonly LicenceUse[]) => {
    const query = new URLSearchParams({ words, ...(may.length > 0 && { may: may.join(',') }) });
    return (await json<{ items: LibraryItem[] }>(`library/items?${query}`)).items;
  },
  takeFromLibrary: (id: string, signal: AbortSignal) =>
    json<ImportResult>(`library/items/${id}`, { method: 'POST', signal }),
  compositions: () => json<CompositionSummary[]>('compositions'),
  composition: (id: string) => json<LoadedComposition>(`compositions/${id}`),
  newComposition: (title: string, canvas: Size) =>
    json<Saved>('compositions', sending('POST', { title, canvas })),
  copyComposition: (id: string, title?: string) =>
    json<Saved>('compositions', sending('POST', { copyOf: id, title })),
  keepCopy: (title: string, document: Composition, history: History) =>
    json<Saved>('compositions', sending('POST', { title, document, history })),
  saveComposition: (id: string, revision: number, history: HistoryChange) =>
    json<Saved>(`compositions/${id}`, sending('PATCH', { revision, history })),
  deleteComposition: (id: string, revision: number) =>
    json<Saved>(`compositions/${id}`, sending('DELETE', { revision })),
  restoreComposition: (id: string, revision: number) =>
    json<Saved>(`compositions/${id}`, sending('PATCH', { revision, deleted: false })),
  versions: (id: string) => json<Version[]>(`compositions/${id}/versions`),
  keepVersion: (id: string, name: string, document: Composition) =>
    json<Version>(`compositions/${id}/versions`, sending('POST', { name, document })),
  renameVersion: (id: string, name: string) =>
    json<Version>(`versions/${id}`, sending('PATCH', { name })),
  removeVersion: (id: string) => answer(`versions/${id}`, { method: 'DELETE' }),
  async blob(hash: string): Promise<Uint8Array> {
    return new Uint8Array(await (await answer(`blobs/${hash}`)).arrayBuffer());
  },
  async putBlob(hash: string, bytes: Uint8Array): Promise<void> {
    const headers = { 'Content-Type': 'application/octet-stream' };
    await answer(`blobs/${hash}`, { method: 'PUT', headers, body: new Uint8Array(bytes) });
  },
  tile({ source: name, level, column, row }: SourceTile) {
    const { source, profile } = sourceNamed(name);
    const query = profile === 'srgb' ? '' : `?${new URLSearchParams({ profile })}`;
    return answer(`sources/${source}/levels/${level}/tiles/${column}/${row}${query}`);
  },
  beginDelivery: (id: string, request: DeliveryRequest) =>
    json<Job>(`compositions/${id}/deliveries`, sending('POST', request)),
  deliveries: (composition: string) =>
    json<Delivery[]>(`deliveries?${new URLSearchParams({ composition })}`),
  removeDelivery: (id: string) => json<Delivery>(`deliveries/${id}`, { method: 'DELETE' }),
  deliverySets: () => json<DeliverySet[]>('delivery-sets'),
  keepDeliverySet: ({ name, files }: DeliverySet) =>
    json<DeliverySet>(`delivery-sets/${encodeURIComponent(name)}`, sending('PUT', { files })),
  removeDeliverySet: (name: string) =>
    json<DeliverySet>(`delivery-sets/${encodeURIComponent(name)}`, { method: 'DELETE' }),
  beginRecipe: (id: string, request: RecipeRequest) =>
    json<{ run: RecipeRun; job: Job }>(`compositions/${id}/recipes`, sending('POST', request)),
  recipes: (id: string) => json<RecipeRun[]>(`compositions/${id}/recipes`),
  goOnWithRecipe: (id: string) =>
    json<{ run: RecipeRun; job: Job }>(`recipes/${id}/go-on`, { method: 'POST' }),
  async deliveredFile(id: string, place: number): Promise<Blob> {
    return (await answer(`deliveries/${id}/files/${place}`)).blob();
  },
  stopJob: (id: string) => json<Job>(`jobs/${id}`, { method: 'DELETE' }),
};

export const address = {
  libraryPreview: (id: string) => `/api/library/items/${id}/preview`,
  sourceThumbnail: (hash: string) => `/api/sources/${hash}/thumbnail`,
  compositionThumbnail: (id: string, revision: number) =>
    `/api/compositions/${id}/thumbnail?revision=${revision}`,
  jobEvents: (id: string) => `/api/jobs/${id}/events`,
  deliveredFile: (id: string, place: number) => `/api/deliveries/${id}/files/${place}`,
  deliveredZip: (id: string) => `/api/deliveries/${id}/zip`,
};

/** Sends one file as a form; `onProgress` says which share of its bytes has been sent. */
function upload<Result>(
  path: string,
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<{ status: number; text: string; body: Partial<Result> }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    const form = new FormData();
    form.append('files', file, file.name);
    request.upload.onprogress = (event) => onProgress(event.loaded / event.total);
    request.onload = () => {
      const { status, responseText: text } = request;
      resolve({ status, text, body: JSON.parse(text || '{}') as Partial<Result> });
    };
    request.onerror = () => reject(new ServerProblem(0, UNREACHABLE));
    request.onabort = () => reject(new ServerProblem(0, `${file.name} was stopped.`));
    signal.addEventListener('abort', () => request.abort(), { once: true });
    request.open('POST', `/api/${path}`);
    request.send(form);
  });
}

/** Brings one file in. */
export async function bringIn(
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<ImportResult> {
  const sent = await upload<{ results: ImportResult[] }>('sources', file, onProgress, signal);
  const [result] = sent.body.results ?? [];
  if (!result) throw problemFrom(sent.status, sent.text);
  return result;
}

/** Makes a composition of an archive or an OpenRaster file. */
export async function openFile(
  file: File,
  onProgress: (share: number) => void,
  signal: AbortSignal,
): Promise<OpenedFile> {
  const { status, text, body } = await upload<OpenedFile>('openings', file, onProgress, signal);
  const { id, title = '', remarks = [] } = body;
  if (!id || status !== 201) throw problemFrom(status, text);
  return { id, title, remarks };
}
