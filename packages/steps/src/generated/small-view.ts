import type { CoverageImage } from '@diplex/imaging';
import type { SmallView } from './generated';

/** A number of a small picture at a place of the layer, between the middles of its pixels; nothing beyond it. */
export function betweenMiddles<Picture extends { readonly width: number; readonly height: number }>(
  { image, scale, x, y }: SmallView<Picture>,
  value: (image: Picture, p: number) => number,
) {
  const { width, height } = image;
  return (px: number, py: number): number => {
    const [u, v] = [px * scale + x - 0.5, py * scale + y - 0.5];
    const [left, top] = [Math.floor(u), Math.floor(v)];
    const [s, t] = [u - left, v - top];
    let sum = 0;
    for (let j = 0; j < 2; j++) {
      const row = top + j;
      if (row < 0 || row >= height) continue;
      for (let i = 0; i < 2; i++) {
        const column = left + i;
        if (column < 0 || column >= width) continue;
        sum += (i ? s : 1 - s) * (j ? t : 1 - t) * value(image, row * width + column);
      }
    }
    return sum;
  };
}

/** How much of a place is covered by what stands in the way; nothing where there is none. */
export function coverAt(cover: SmallView<CoverageImage> | null): (x: number, y: number) => number {
  if (!cover) return () => 0;
  return betweenMiddles(cover, ({ data }, p) => data[p] as number);
}
