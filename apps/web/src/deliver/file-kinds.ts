import type { FileContents, FileFormat, FileRequest } from '../link/server';

/** What a file can hold, in words, and what can be said of it. */
export const CONTENTS: Readonly<
  Record<FileContents, { words: string; means: string; pictured: 'by format' | 'by itself' }>
> = {
  picture: { words: 'the picture', means: 'the composition as it is seen', pictured: 'by format' },
  'cut-out': {
    words: 'a cut-out',
    means: 'one layer with its own colours and alpha',
    pictured: 'by format',
  },
  mask: { words: 'a mask', means: 'where a layer shows, as grey', pictured: 'by format' },
  layers: { words: 'layers as pages', means: 'a TIFF of all layers', pictured: 'by itself' },
  openraster: {
    words: 'OpenRaster',
    means: 'layers for other programs, and all of it for this one',
    pictured: 'by itself',
  },
  archive: {
    words: 'a Diplex archive',
    means: 'everything, to be opened elsewhere',
    pictured: 'by itself',
  },
  comparison: {
    words: 'before and after',
    means: 'an earlier state beside that of now',
    pictured: 'by format',
  },
  animation: {
    words: 'an animation',
    means: 'state after state, going round',
    pictured: 'by itself',
  },
  sheet: { words: 'a contact sheet', means: 'a PDF with credits', pictured: 'by itself' },
};

interface FormatKind {
  readonly words: string;
  readonly ending: string;
  /** Bits that it can hold; the first is what it is usually wanted in. */
  readonly depths: readonly (8 | 16 | 32)[];
  readonly quality: 'chosen' | 'whole';
  readonly alpha: 'held' | 'not held';
}

/** Formats of pictures, as the server has them. */
export const FORMATS: Readonly<Record<FileFormat, FormatKind>> = {
  png: { words: 'PNG', ending: 'png', depths: [8, 16], quality: 'whole', alpha: 'held' },
  jpeg: { words: 'JPEG', ending: 'jpg', depths: [8], quality: 'chosen', alpha: 'not held' },
  webp: { words: 'WebP', ending: 'webp', depths: [8], quality: 'chosen', alpha: 'held' },
  avif: { words: 'AVIF', ending: 'avif', depths: [8], quality: 'chosen', alpha: 'held' },
  tiff: { words: 'TIFF', ending: 'tif', depths: [16, 8, 32], quality: 'whole', alpha: 'held' },
};

export const SPACES = {
  srgb: 'sRGB',
  p3: 'Display P3',
  linear: 'linear light',
} as const;

const ENDINGS: Partial<Record<FileContents, string>> = {
  ...{ layers: 'tif', openraster: 'ora', archive: 'diplex', animation: 'webp', sheet: 'pdf' },
};

export function endingOf({ contents, format = 'png' }: FileRequest): string {
  return ENDINGS[contents] ?? FORMATS[format].ending;
}

/** Whether a file is of one layer. */
export function isOfLayer(contents: FileContents): boolean {
  return contents === 'cut-out' || contents === 'mask';
}

/** The format of a file whose format can be chosen. */
export function formatOf({ format = 'png' }: FileRequest): FormatKind {
  return FORMATS[format];
}

/** Formats that can hold what a file holds. */
export function formatsFor(contents: FileContents): readonly FileFormat[] {
  const all = Object.keys(FORMATS) as FileFormat[];
  if (CONTENTS[contents].pictured === 'by itself') return [];
  if (contents === 'mask') return ['png', 'tiff'];
  return contents === 'cut-out' ? all.filter((name) => FORMATS[name].alpha === 'held') : all;
}

/** Bits that can be chosen for a file. */
export function depthsFor(file: FileRequest): readonly (8 | 16 | 32)[] {
  if (file.contents === 'layers' || file.contents === 'openraster') return [8, 16];
  if (['archive', 'animation', 'sheet'].includes(file.contents)) return [];
  if (file.contents === 'mask') return [16, 8];
  return formatOf(file).depths;
}

/** A file after a change of it, with what no longer fits put right. */
export function changedFile(file: FileRequest, change: Partial<FileRequest>): FileRequest {
  const next = { ...file, ...change };
  const formats = formatsFor(next.contents);
  const [first] = formats;
  const format = formats.includes(next.format ?? 'png') ? next.format : first;
  const fitting = { ...next, format };
  const depths = depthsFor(fitting);
  const asBefore = change.format === undefined && change.contents === undefined;
  const kept = asBefore && depths.find((each) => each === next.bits);
  return { ...fitting, bits: kept || depths[0] };
}

/** What of a file is sent: nothing that its kind does not have. */
export function requestOf(file: FileRequest): FileRequest {
  const { contents, name } = file;
  const named = { contents, ...(name ? { name } : {}) };
  const { bits, layer, extent, format } = file;
  if (contents === 'archive') return named;
  if (contents === 'sheet') return { ...named, shows: file.shows ?? 'versions' };
  if (contents === 'animation') {
    return { ...named, states: file.states, stays: file.stays, size: file.size };
  }
  if (CONTENTS[contents].pictured === 'by itself') return { ...named, bits };
  const ofLayer = isOfLayer(contents) ? { layer } : {};
  if (contents === 'mask') return { ...named, ...ofLayer, format, bits, size: file.size };
  const lossy =
    formatOf(file).quality === 'chosen'
      ? { quality: file.quality, mostBytes: file.mostBytes, subsampling: file.subsampling }
      : {};
  const subsampled = format === 'webp' ? { ...lossy, subsampling: undefined } : lossy;
  return {
    ...{ ...named, ...ofLayer, ...subsampled, format, bits },
    ...(contents === 'cut-out' ? { extent } : {}),
    ...(contents === 'comparison' ? { before: file.before, way: file.way, line: file.line } : {}),
    ...{ size: file.size, sharpening: file.sharpening, space: file.space },
    ...(formatOf(file).alpha === 'held' ? {} : { backing: file.backing }),
  };
}
