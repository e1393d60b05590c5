/** What the first entry of an archive says that it is. */
export const ARCHIVE_TYPE = 'application/x-diplex+zip';

/** The form of archives that is written; later ones are refused. */
export const ARCHIVE_FORM = 1;

/** The entries of an archive, in its folder within the ZIP. */
export const PARTS = {
  form: 'diplex.json',
  composition: 'composition.json',
  history: 'history.json',
  versions: 'versions.json',
  sources: 'sources.json',
} as const;

export const BLOBS = 'blobs/';

/** What an archive keeps of a source besides its file. */
export const SOURCE_FACTS = [
  ...(['name', 'title', 'credit', 'rights', 'note'] as const),
  ...(['kind', 'terms', 'collections', 'origin'] as const),
];

/** Anything in a JSON text that could name a blob. */
export function hashesIn(text: string): string[] {
  return [...new Set(text.match(/[0-9a-f]{64}/g) ?? [])];
}
