import type { Size } from '@diplex/document';
import { joined, letters, littleEndian } from '../bytes';
import { extendedHead, NOTES } from './extended-head';
import { chunkBytes, webpChunks } from './webp-chunks';

/**
 * An opaque WebP made to show through.
 * @param alpha the data of its chunk ALPH
 * @param size in pixels
 * @throws RangeError for what is no WebP with loss, or not whole
 */
export function webpWithAlpha(opaque: Uint8Array, alpha: Uint8Array, size: Size): Uint8Array {
  const chunks = webpChunks(opaque);
  const of = (kind: string) => chunks.filter((chunk) => chunk.kind === kind);
  const [picture] = of('VP8 ');
  if (!picture) throw new RangeError('This is no WebP with loss.');
  const noted = NOTES.filter((kind) => of(kind).length > 0);
  const all = [
    extendedHead(['alpha', ...noted], size),
    ...[...of('ICCP'), { kind: 'ALPH', data: alpha }, picture],
    ...[...of('EXIF'), ...of('XMP ')],
  ].map(chunkBytes);
  const length = all.reduce((sum, each) => sum + each.length, 4);
  return joined([letters('RIFF'), littleEndian(length, 4), letters('WEBP'), ...all]);
}
