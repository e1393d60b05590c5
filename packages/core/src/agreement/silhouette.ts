import type { Point } from '@diplex/document';
import type { CoverageImage } from '@diplex/imaging';

/** How the outline of a thing stands in the picture, in composition pixels. */
export interface Silhouette {
  /** The middle of what it stands on. */
  readonly foot: Point;
  readonly height: number;
  /** On the ground; cut off by the lower border of the picture; or on nothing, as what flies. */
  readonly stands: 'ground' | 'cut off' | 'nowhere';
}

/** From here on a pixel belongs to the thing. */
const INSIDE = 0.5;

/** What stands is so wide, as a share of its widest, within so low a part of its height. */
const [WIDE, LOW] = [0.3, 0.05];

/** How a thing stands; null where there is nothing of it. */
export function silhouetteOf(alpha: CoverageImage, scale: number): Silhouette | null {
  const { width, height, data } = alpha;
  const rows = Array.from({ length: height }, (_, y) => {
    let [from, to] = [width, -1];
    for (let x = 0; x < width; x++) {
      if ((data[y * width + x] as number) < INSIDE) continue;
      from = Math.min(from, x);
      to = x;
    }
    return { from, to, wide: Math.max(0, to - from + 1) };
  });
  const top = rows.findIndex(({ wide }) => wide > 0);
  const bottom = rows.findLastIndex(({ wide }) => wide > 0);
  if (top < 0) return null;
  const tall = bottom - top + 1;
  const low = rows.slice(Math.max(top, bottom - Math.ceil(LOW * tall)), bottom + 1);
  const widest = Math.max(...rows.map(({ wide }) => wide));
  const standing = low.reduce((best, row) => (row.wide > best.wide ? row : best));
  const cut = bottom >= height - 1;
  const stands = cut ? 'cut off' : standing.wide >= WIDE * widest ? 'ground' : 'nowhere';
  return {
    foot: { x: (standing.from + standing.to + 1) / 2 / scale, y: (bottom + 1) / scale },
    height: tall / scale,
    stands,
  };
}
