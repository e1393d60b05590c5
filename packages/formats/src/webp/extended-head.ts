import type { Size } from '@diplex/document';
import { joined, littleEndian } from '../bytes';
import type { Chunk } from './webp-chunks';

/** What else may be in a file, and the flag that says so (RFC 9649, 2.7). */
const HOLDS = { ICCP: 0x20, alpha: 0x10, EXIF: 0x08, 'XMP ': 0x04, ANIM: 0x02 } as const;

/** The chunk VP8X, the first of a file that holds more than one opaque picture. */
export function extendedHead(holds: readonly (keyof typeof HOLDS)[], size: Size): Chunk {
  const flags = holds.reduce((sum, each) => sum + HOLDS[each], 0);
  const sides = [size.width, size.height].map((side) => littleEndian(side - 1, 3));
  return { kind: 'VP8X', data: joined([littleEndian(flags, 4), ...sides]) };
}

/** Profile, EXIF and XMP of a file. */
export const NOTES = ['ICCP', 'EXIF', 'XMP '] as const;
