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

/** An XMP packet (ISO 16684-1) with Dublin Core title, creators, rights and sources. */
export function creditsAsXmp(title: string, credits: readonly SourceCredit[]): string {
  const sources = distinct(credits.map((each) => each.title)).join('; ');
  const body = [
    alternative('dc:title', title),
    list('dc:creator', 'Seq', distinct(credits.map((each) => each.credit))),
    alternative('dc:rights', creditLines(credits).join('\n')),
    sources === '' ? '' : `<dc:source>${escaped(sources)}</dc:source>`,
  ].join('');
  return [
    '<?xpacket begin="\uFEFF" id="W5M0MpCehiHzreSzNTczkc9d"?>',
    '<rdf:RDF xmlns:rdf="http://www.w3.org/1999/02/22-rdf-syntax-ns#">',
    '<rdf:Description rdf:about="" xmlns:dc="http://purl.org/dc/elements/1.1/">',
    body,
    '</rdf:Description></rdf:RDF><?xpacket end="w"?>',
  ].join('');
}
