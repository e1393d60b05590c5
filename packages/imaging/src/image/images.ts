import type { Rect } from '@diplex/document';
import { scratchFloats, scratchZeroes } from '@diplex/kernels';

/**
 * Premultiplied RGBA in the mixing space of the composition, 4 floats a pixel, 0..1, row by row.
 * Images are made in the scratch of the thread and last until the enclosing `inScratch` ends.
 */
export interface FloatImage {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** One float a pixel, 0 (hidden) to 1 (shown), row by row. */
export interface CoverageImage {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

export function newFloatImage(width: number, height: number): FloatImage {
  return { width, height, data: scratchZeroes(width * height * 4) };
}

export function newCoverage(width: number, height: number, value = 0): CoverageImage {
  return { width, height, data: scratchFloats(width * height).fill(value) };
}

/** An image whose pixels are still to be written, every one of them. */
export function unwrittenImage(width: number, height: number): FloatImage {
  return { width, height, data: scratchFloats(width * height * 4) };
}

/** Whether every pixel has this coverage. */
export function isAll({ data }: CoverageImage, value: number): boolean {
  for (let i = 0; i < data.length; i++) if (data[i] !== value) return false;
  return true;
}

/** The part of `image` of the given extent that begins at (x, y). It must lie inside. */
export function cropCoverage(
  image: CoverageImage,
  x: number,
  y: number,
  width: number,
  height: number,
): CoverageImage {
  if (x === 0 && y === 0 && width === image.width && height === image.height) return image;
  const out = newCoverage(width, height);
  for (let row = 0; row < height; row++) {
    const from = (y + row) * image.width + x;
    out.data.set(image.data.subarray(from, from + width), row * width);
  }
  return out;
}

/** The pixels of an image (of `region`) in a part of that region. */
export function cropImage(image: FloatImage, region: Rect, part: Rect): FloatImage {
  const out = unwrittenImage(part.width, part.height);
  eachLine(region, part, (from, to, count) => {
    out.data.set(image.data.subarray(from, from + count), to);
  });
  return out;
}

/** Puts the pixels of a part of a region back into an image of it. */
export function pasteImage(cut: FloatImage, part: Rect, image: FloatImage, region: Rect): void {
  eachLine(region, part, (to, from, count) => {
    image.data.set(cut.data.subarray(from, from + count), to);
  });
}

/** The lines of a part: where they begin in the region's and in its own floats, and how many they are. */
function eachLine(
  region: Rect,
  part: Rect,
  visit: (whole: number, own: number, count: number) => void,
): void {
  const count = part.width * 4;
  for (let y = 0; y < part.height; y++) {
    const row = (part.y - region.y + y) * region.width + part.x - region.x;
    visit(row * 4, y * count, count);
  }
}
