import { boxMean, LUMA } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';

/** One value a pixel, row by row. */
export interface Plane {
  readonly width: number;
  readonly height: number;
  readonly data: Float32Array;
}

/** Encoded luma of a picture, 0..1. */
export function lumaOf({ width, height, channels, data }: SourceLevel): Plane {
  const top = data.BYTES_PER_ELEMENT === 1 ? 255 : 65_535;
  const [r, g, b] = LUMA.map((share) => share / top) as [number, number, number];
  const luma = new Float32Array(width * height);
  for (let p = 0, i = 0; p < luma.length; p++, i += channels) {
    luma[p] = r * (data[i] as number) + g * (data[i + 1] as number) + b * (data[i + 2] as number);
  }
  return { width, height, data: luma };
}

/** Half as wide and high; an odd row or column at the end is left out. */
export function halved({ width, height, data }: Plane): Plane {
  const [across, down] = [width >> 1, height >> 1];
  const half = new Float32Array(across * down);
  for (let y = 0, o = 0; y < down; y++) {
    for (let x = 0, i = 2 * y * width; x < across; x++, i += 2, o++) {
      const below = i + width;
      half[o] =
        ((data[i] as number) +
          (data[i + 1] as number) +
          (data[below] as number) +
          (data[below + 1] as number)) /
        4;
    }
  }
  return { width: across, height: down, data: half };
}

/** Local means are taken over squares that reach so far, in pixels of each level. */
const REACH = 5;

/** Deviations of encoded values below this are noise. */
const NOISE = 0.012;

/**
 * Values as their difference from the mean around them, in deviations there: the same for any exposure, as long as
 * nothing is clipped; nothing where there is no texture.
 */
export function normalisedAround({ width, height, data }: Plane): Plane {
  const mean = boxMean(data, width, height, REACH);
  const squares = boxMean(
    data.map((value) => value * value),
    width,
    height,
    REACH,
  );
  const out = new Float32Array(data.length);
  for (let p = 0; p < data.length; p++) {
    const m = mean[p] as number;
    const deviation = Math.sqrt(Math.max(0, (squares[p] as number) - m * m));
    out[p] = ((data[p] as number) - m) / (deviation + NOISE);
  }
  return { width, height, data: out };
}

/** The finest level that is looked at has so many pixels at most. */
const FINEST = 1_700_000;

/** The coarsest has sides of so many pixels at most. */
const COARSEST = 80;

/** A level of a pyramid: two to the power of `level` smaller than the picture. */
export interface PyramidLevel {
  readonly level: number;
  readonly plane: Plane;
}

/** A picture's lightness at halved sizes, finest first, normalised around each pixel. */
export function lightnessPyramid(picture: SourceLevel): readonly PyramidLevel[] {
  let plane = lumaOf(picture);
  let level = 0;
  const levels: PyramidLevel[] = [];
  for (;;) {
    if (plane.width * plane.height <= FINEST)
      levels.push({ level, plane: normalisedAround(plane) });
    if (Math.max(plane.width, plane.height) <= COARSEST) return levels;
    plane = halved(plane);
    level++;
  }
}
