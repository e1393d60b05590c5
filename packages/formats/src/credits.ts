/** What is known about the rights in one source. */
export interface SourceCredit {
  readonly title: string;
  readonly credit: string;
  readonly rights: string;
}

/** One line for each source, each said once: `Harbour wall: Diplex demo studio (CC0-1.0)`. */
export function creditLines(credits: readonly SourceCredit[]): string[] {
  const lines = credits.map(({ title, credit, rights }) => {
    const by = credit.trim() === '' ? title : `${title}: ${credit}`;
    return rights.trim() === '' ? by : `${by} (${rights})`;
  });
  return [...new Set(lines)];
}

function distinct(values: readonly string[]): string[] {
  return [...new Set(values.map((value) => value.trim()).filter((value) => value !== ''))];
}

const ENTITIES: Readonly<Record<string, string>> = {
  '&': '&amp;',
  '<': '&lt;',
  '>': '&gt;',
  '"': '&quot;',
  "'": '&apos;',
};

function escaped(text: string): string {
  // Control characters cannot stand in XML 1.0 at all.
  const printable = [...text].filter((c) => c >= ' ' || c === '\n' || c === '\t').join('');
  return printable.replace(/[&<>"']/g, (c) => ENTITIES[c] ?? c);
}

function alternative(name: string, text: string): string {
  if (text === '') return '';
  const item = `<rdf:li xml:lang="x-default">${escaped(text)}</rdf:li>`;
  return `<${name}><rdf:Alt>${item}</rdf:Alt></${name}>`;
}

function list(name: string, kind: 'Seq' | 'Bag', items: readonly string[]): string {
  if (items.length === 0) return '';
  const entries = items.map((item) => `<rdf:li>${escaped(item)}</rdf:li>`).join('');
  return `<${name}><rdf:${kind}>${entries}</rdf:${kind}></${name}>`;
}

/** What a delivered file says of itself. Empty text is left out. */
export interface FileMetadata {
  readonly title: string;
  readonly description: string;
  readonly creator: string;
  /** How whoever uses the picture is to name its makers. */
  readonly credit: string;
  readonly rights: string;
  /** Where it was taken; left out unless it is wanted. */
  readonly place: string;
  readonly sources: readonly SourceCredit[];
  /** Pixels to an inch in print; not said when left out. */
  readonly perInch?: number;
}

/** Those who made the picture and what it is made of, each once. */
export function creatorsOf({ creator, sources }: FileMetadata): string[] {
  return distinct([creator, ...sources.map((each) => each.credit)]);
}

/** What may be done with the picture, and with what it is made of, line by line. */
export function rightsOf({ rights, credit, sources }: FileMetadata): string[] {
  return distinct([rights, credit && `Credit: ${credit}`, ...creditLines(sources)]);
}

/**
 * An XMP packet (ISO 16684-1): Dublin Core's title, description, creators, rights and sources, and the place as the photo metadata
 * standard of the press has it (IPTC Core 1.4).
 */
export function metadataAsXmp(metadata: FileMetadata): string {
  const { title, description, place, sources } = metadata;
  const names = distinct(sources.map((each) => each.title)).join('; ');
  const plain = (name: string, text: string) =>
    text === '' ? '' : `<${name}>${escaped(text)}</${name}>`;
  const body = [
    alternative('dc:title', title),
    alternative('dc:description', description),
    list('dc:creator', 'Seq', creatorsOf(metadata)),
    alternative('dc:rights', rightsOf(metadata).join('\n')),
    plain('dc:source', names),
    plain('Iptc4xmpCore:Location', place),
  ].join('');
  const spaces = [
    'xmlns:dc="http://purl.org/dc/elements/1.1/"',
    'xmlns:Iptc4xmpCore="http://iptc.org/std/Iptc4xmpCore/1.0/xmlns/"',
  ].join(' ');
  return [
    '<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>',
    '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
    `<rdf:Description rdf:about="" ${spaces}>`,
    body,
    '</rdf:Description></rdf:RDF><?xpacket end="w"?>',
  ].join('');
}
