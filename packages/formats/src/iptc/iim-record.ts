import { bigEndian, joined, letters } from '../bytes';
import { creatorsOf, creditLines, type FileMetadata, rightsOf } from '../credits';

/** What is said, where in the application record (2), and in how many bytes at most. */
const DATASETS = {
  title: { number: 5, most: 64 },
  creator: { number: 80, most: 32 },
  place: { number: 92, most: 32 },
  credit: { number: 110, most: 32 },
  source: { number: 115, most: 32 },
  rights: { number: 116, most: 128 },
  description: { number: 120, most: 2000 },
} as const;

/** Says that text is UTF-8: the escape of ISO 2022. */
const UTF8 = Uint8Array.of(0x1b, 0x25, 0x47);

/** Text of no more bytes than there is room for, cut between characters. */
function fitting(text: string, most: number): Uint8Array {
  const encoder = new TextEncoder();
  let kept = '';
  let bytes = 0;
  for (const character of text) {
    bytes += encoder.encode(character).length;
    if (bytes > most) break;
    kept += character;
  }
  return encoder.encode(kept);
}

function dataset(record: number, number: number, data: Uint8Array): Uint8Array {
  return joined([Uint8Array.of(0x1c, record, number), bigEndian(data.length, 2), data]);
}

/**
 * The record of the press about a picture (IPTC-NAA Information Interchange Model 4.2), as a TIFF holds it in its tag 33723. What is
 * longer than the model allows is cut; all of it stands in the XMP packet. Empty text is left out.
 */
export function iimRecord(metadata: FileMetadata): Uint8Array {
  const { title, description, place, credit, sources } = metadata;
  const said: readonly (readonly [keyof typeof DATASETS, string])[] = [
    ['title', title],
    ...creatorsOf(metadata).map((creator) => ['creator', creator] as const),
    ['place', place],
    ['credit', credit],
    ['source', creditLines(sources).join('; ')],
    ['rights', rightsOf(metadata).join('; ')],
    ['description', description],
  ];
  const sets = said.flatMap(([name, text]) => {
    const { number, most } = DATASETS[name];
    return text === '' ? [] : [dataset(2, number, fitting(text, most))];
  });
  return joined([dataset(1, 90, UTF8), dataset(2, 0, letters('\x00\x04')), ...sets]);
}
