import { agreementReading, type SourceReading } from '@diplex/core';
import type { Source } from '../link/server';

/** What can be done about it where two pictures differ in something. */
const REMEDIES: Readonly<Record<string, string>> = {
  exposure: 'an Exposure step brings them together',
  'light colour': 'a White balance step brings them together',
  'black point': 'Levels lift or lower the darks',
  'white point': 'Levels lift or lower the lights',
  contrast: 'Curves or Contrast bring them together',
  saturation: 'a Saturation step brings them together',
  sharpness: 'the sharper one can be softened; the softer one never gets its detail back',
  grain: 'grain can be added to the cleaner one, or taken out of the other',
  'light direction':
    'the hardest to hide: mirror one of them, turn its light with Light, or choose another',
};

/** How much one may be larger than the other, in pixels along a side, before it is worth a word. */
const LARGER = 2;

/** Horizons that are tilted against one another by more than this show, in degrees. */
const TILTED = 0.75;

/** What is not this sure is not told of. */
const SURE = 0.35;

export interface Hardship {
  readonly what: string;
  readonly words: string;
}

interface Read {
  readonly source: Pick<Source, 'title' | 'width' | 'height' | 'terms'>;
  readonly reading: SourceReading;
}

function ofHorizons(first: Read, second: Read): Hardship[] {
  const [one, other] = [first.reading.horizon, second.reading.horizon];
  if (!one || !other || Math.min(one.sure, other.sure) < SURE) return [];
  const at = ({ source, reading }: Read) =>
    `${((100 * (reading.horizon?.y ?? 0)) / source.height).toFixed(0)} %`;
  const heights = `it lies ${at(first)} and ${at(second)} down: Stand lays one on the other`;
  const tilt = Math.abs(one.tilt - other.tilt);
  const turned = tilt > TILTED ? `; turn one by ${tilt.toFixed(1)}°` : '';
  return [{ what: 'Horizon', words: `${heights}${turned}` }];
}

function ofPixels(first: Read, second: Read): Hardship[] {
  const side = ({ source }: Read) => Math.sqrt(source.width * source.height);
  const by = side(first) / side(second);
  if (by < LARGER && by > 1 / LARGER) return [];
  const [small, times] = by < 1 ? [first, 1 / by] : [second, by];
  const words = `${small.source.title} has ${times.toFixed(1)} times fewer along a side: enlarged to fit, it will look soft`;
  return [{ what: 'Pixels', words }];
}

function ofRights(reads: readonly Read[]): Hardship[] {
  return reads
    .filter(({ source }) => source.terms === 'barred')
    .map(({ source }) => ({
      what: 'Rights',
      words: `${source.title} must not be delivered: find another before work begins`,
    }));
}

/** What would be hard about combining two photographs, the worst first; nothing where they agree. */
export function hardships(first: Read, second: Read): Hardship[] {
  const [subject, scene] = [first.reading.signature, second.reading.signature];
  const { disagreements } = agreementReading({
    subject,
    scene,
    depth: 'all',
    silhouette: null,
    neighbours: null,
  });
  const told = disagreements
    .filter(({ compared }) => compared.sure >= SURE)
    .map(({ row, compared }) => ({
      what: row.words,
      words: `${row.said(compared)} from the first to the second: ${REMEDIES[row.name] ?? 'see Agree'}`,
    }));
  return [
    ...ofRights([first, second]),
    ...told,
    ...ofHorizons(first, second),
    ...ofPixels(first, second),
  ];
}
