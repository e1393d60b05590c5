import type { Rect } from '@diplex/document';
import { oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';
import type { Colour } from '../render/view';

/**
 * How much a colour `off` away is alike: all up to half of `range`, then less and less to nothing.
 * Lightness counts a little less than hue: shade changes within a thing.
 */
export function likenessOf(dl: number, da: number, db: number, range: number): number {
  const off = Math.sqrt(0.6 * dl * dl + da * da + db * db) / Math.max(1e-4, range);
  if (off >= 1) return 0;
  const t = Math.min(1, 2 * (1 - off));
  return t * t * (3 - 2 * t);
}

/**
 * How much each pixel in a region of a picture is like the nearest of some colours: 0..1, row by row;
 * 0 beyond the picture.
 * @param colours display-encoded, 0..255
 */
export function likenessTo(
  colours: readonly Colour[],
  range: number,
  picture: SourceLevel,
  region: Rect,
): Float32Array {
  const out = new Float32Array(region.width * region.height);
  if (colours.length === 0) return out;
  const samples = Uint8Array.from(colours.flatMap(({ r, g, b }) => [r, g, b]));
  const wanted = new Float32Array(samples.length);
  oklabOf(samples, 0, 3, colours.length, wanted);
  const row = new Float32Array(region.width * 3);
  const end = Math.min(region.width, picture.width - region.x);
  for (let y = 0; y < region.height && region.y + y < picture.height; y++) {
    const first = ((region.y + y) * picture.width + region.x) * picture.channels;
    oklabOf(picture.data, first, picture.channels, end, row);
    for (let x = 0; x < end; x++) {
      let best = 0;
      for (let k = 0; k < wanted.length; k += 3) {
        const like = likenessOf(
          (row[x * 3] as number) - (wanted[k] as number),
          (row[x * 3 + 1] as number) - (wanted[k + 1] as number),
          (row[x * 3 + 2] as number) - (wanted[k + 2] as number),
          range,
        );
        if (like > best) best = like;
      }
      out[y * region.width + x] = best;
    }
  }
  return out;
}
