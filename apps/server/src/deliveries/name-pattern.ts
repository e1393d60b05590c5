/** What a pattern's words in braces stand for. */
export interface NameFacts {
  readonly title: string;
  readonly layer: string;
  readonly width: number;
  readonly height: number;
  /** Of today, as YYYY-MM-DD. */
  readonly date: string;
  /** The file's place in the delivery, from 1. */
  readonly number: number;
}

export const NAME_WORDS = ['title', 'layer', 'width', 'height', 'date', 'number'] as const;

const LONGEST = 120;

/** A file name that every system takes: no separators, no leading dot, not endless. */
export function safeName(text: string, otherwise: string): string {
  const plain = text
    .replace(/[^\p{L}\p{N} ._,'()&+!-]+/gu, '-')
    .trim()
    .slice(0, LONGEST);
  return plain.replace(/^\.+/, '') || otherwise;
}

/** A name made by a pattern such as `{title} {width}x{height}`; words that it does not know stay as they are. */
export function nameBy(pattern: string, facts: NameFacts): string {
  const filled = pattern.replace(/\{(\w+)\}/g, (whole, word: string) =>
    word in facts ? String(facts[word as keyof NameFacts]) : whole,
  );
  return safeName(filled, 'composition');
}

/** A name that none of those taken has: with a number behind it where it has to be. */
export function freeName(name: string, ending: string, taken: ReadonlySet<string>): string {
  for (let number = 1; ; number++) {
    const tried = `${name}${number === 1 ? '' : ` ${number}`}.${ending}`;
    if (!taken.has(tried.toLowerCase())) return tried;
  }
}
