import { readFile } from 'node:fs/promises';
import { join } from 'node:path';

/** What a licence may allow. */
export const USES = ['use', 'change', 'sell'] as const;
export type Use = (typeof USES)[number];

export interface Licence {
  readonly name: string;
  readonly text: string;
  readonly allows: readonly Use[];
  /** Whether whoever made it must be named. */
  readonly credit: boolean;
}

/** How an element is made from its file. */
export const MAKINGS = ['as it is', 'mirrored', 'cooler'] as const;
export type Making = (typeof MAKINGS)[number];

/** One element of the library, as its catalogue tells of it. */
export interface Element {
  readonly id: string;
  readonly title: string;
  readonly creator: string;
  readonly words: readonly string[];
  /** The name of its licence. */
  readonly licence: string;
  /** In the folder of the catalogue. */
  readonly file: string;
  readonly making: Making;
}

/** All elements, and their licences by name. */
export interface Catalogue {
  readonly name: string;
  readonly licences: readonly Licence[];
  readonly elements: readonly Element[];
}

/** What is looked for. */
export interface Wanted {
  /** All of them have to be found with an element. */
  readonly words: readonly string[];
  /** All of them have to be allowed. */
  readonly may: readonly Use[];
}

/**
 * Reads the catalogue of a folder.
 * @throws Error naming the element whose licence is not told of
 */
export async function readCatalogue(folder: string): Promise<Catalogue> {
  const catalogue = JSON.parse(await readFile(join(folder, 'library.json'), 'utf8')) as Catalogue;
  for (const element of catalogue.elements) licenceOf(catalogue, element);
  return catalogue;
}

export function licenceOf({ licences }: Catalogue, { title, licence }: Element): Licence {
  const found = licences.find(({ name }) => name === licence);
  if (!found) throw new Error(`${title} names the licence ${licence}, which is not told of.`);
  return found;
}

/** The elements with which all words are found, and whose licences allow what is wanted. */
export function search(catalogue: Catalogue, { words, may }: Wanted): readonly Element[] {
  const wanted = words.map((word) => word.toLowerCase());
  return catalogue.elements.filter((element) => {
    const { title, creator, words: told, licence } = element;
    const said = [title, creator, licence, ...told].join(' ').toLowerCase();
    const { allows } = licenceOf(catalogue, element);
    return wanted.every((word) => said.includes(word)) && may.every((use) => allows.includes(use));
  });
}
