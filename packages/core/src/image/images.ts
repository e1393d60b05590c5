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
