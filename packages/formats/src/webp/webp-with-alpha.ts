import { joined, letters, littleEndian } from '../bytes';
import { HOLDS } from './holds';
import { chunkBytes, webpChunks } from './webp-chunks';

/**
 * An opaque WebP made to show through.
 * @param alpha the data of its chunk ALPH
 * @param extent in pixels
 * @throws RangeError for what is no WebP with loss, or not whole
 */
export function webpWithAlpha(
  opaque: Uint8Array,
  alpha: Uint8Array,
  { width, height }: { readonly width: number; readonly height: number },
): Uint8Array {
  const chunks = webpChunks(opaque).filter(({ kind }) => kind !== 'VP8X');
  const of = (kind: string) => chunks.filter((chunk) => chunk.kind === kind);
  const [picture] = of('VP8 ');
  if (!picture) throw new RangeError('This is no WebP with loss.');
  const notes = [...of('EXIF'), ...of('XMP ')];
  const flags =
    HOLDS.alpha +
    (of('ICCP').length > 0 ? HOLDS.icc : 0) +
    (of('EXIF').length > 0 ? HOLDS.exif : 0) +
    (of('XMP ').length > 0 ? HOLDS.xmp : 0);
  const size = [littleEndian(width - 1, 3), littleEndian(height - 1, 3)];
  const all = [
    { kind: 'VP8X', data: joined([littleEndian(flags, 4), ...size]) },
    ...of('ICCP'),
    { kind: 'ALPH', data: alpha },
    ...[picture, ...notes],
  ].map(chunkBytes);
  const length = all.reduce((sum, each) => sum + each.length, 4);
  return joined([letters('RIFF'), littleEndian(length, 4), letters('WEBP'), ...all]);
}
