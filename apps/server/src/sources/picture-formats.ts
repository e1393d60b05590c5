import { extname } from 'node:path';

/** A file format that can be brought in: how its bytes begin, and the endings its names have. */
interface PictureFormat {
  readonly name: string;
  readonly endings: readonly string[];
  begins(head: Buffer): boolean;
}

const at = (head: Buffer, offset: number, text: string) =>
  head.subarray(offset, offset + text.length).toString('latin1') === text;

/** File type boxes (ISO 14496-12) name the brands they agree with from byte 8 on. */
function hasBrand(head: Buffer, brands: readonly string[]): boolean {
  if (!at(head, 4, 'ftyp')) return false;
  const end = Math.min(head.length, head.readUInt32BE(0));
  for (let i = 8; i + 4 <= end; i += 4) {
    if (brands.includes(head.subarray(i, i + 4).toString('latin1'))) return true;
  }
  return false;
}

const FORMATS: readonly PictureFormat[] = [
  { name: 'JPEG', endings: ['.jpg', '.jpeg', '.jpe'], begins: (h) => at(h, 0, '\xff\xd8\xff') },
  { name: 'PNG', endings: ['.png'], begins: (h) => at(h, 0, '\x89PNG\r\n\x1a\n') },
  { name: 'WebP', endings: ['.webp'], begins: (h) => at(h, 0, 'RIFF') && at(h, 8, 'WEBP') },
  { name: 'AVIF', endings: ['.avif'], begins: (h) => hasBrand(h, ['avif', 'avis']) },
  {
    name: 'TIFF',
    endings: ['.tif', '.tiff'],
    begins: (h) => ['II*\0', 'MM\0*', 'II+\0', 'MM\0+'].some((start) => at(h, 0, start)),
  },
];

export const FORMAT_NAMES = 'JPEG, PNG, WebP, AVIF or TIFF';

/** The format that the first bytes of a file show; null when it is none of ours. */
export function formatOf(head: Buffer): string | null {
  return FORMATS.find((format) => format.begins(head))?.name ?? null;
}

/** The format that a name promises; null when its ending promises none of ours. */
export function promisedFormat(name: string): string | null {
  const ending = extname(name).toLowerCase();
  return FORMATS.find((format) => format.endings.includes(ending))?.name ?? null;
}

/** The usual ending of a format's file names. */
export function endingOf(format: string): string {
  return FORMATS.find((each) => each.name === format)?.endings[0] ?? '';
}
