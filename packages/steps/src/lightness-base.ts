import { type CoverageImage, type FloatImage, LUMA, unwrittenImage } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { straightLight } from './straight-colours';

const [RED, GREEN, BLUE] = LUMA;

/** Light below this, nine stops under white, is as good as black, so that its noise does not count as contrast. */
const FLOOR = 2 ** -9;

/** Where so little of what shows lies near, nothing can be said of it. */
const LEAST_NEAR = 1e-4;

/** The variance, in stops squared, above which a difference of light counts as an edge and stays in the base. */
const EDGE = 0.024;

/** Stops of straight linear light below white. */
function stopsAt(pixels: Float32Array, i: number): number {
  const light =
    RED * (pixels[i] as number) +
    GREEN * (pixels[i + 1] as number) +
    BLUE * (pixels[i + 2] as number);
  return Math.log2(Math.max(0, light) + FLOOR);
}

/**
 * What the first blur of the base is of: stops and their squares, weighed by what shows.
 * @param image premultiplied, in `space`
 * @param coverage where content shows; null for everywhere
 */
export function stopsAndSquares(
  image: FloatImage,
  coverage: CoverageImage | null,
  space: MixSpaceName,
): Float32Array {
  const pixels = straightLight(image.data, space);
  const { data } = unwrittenImage(image.width, image.height);
  for (let p = 0, i = 0; i < data.length; p++, i += 4) {
    const weight = (coverage ? (coverage.data[p] as number) : 1) * (pixels[i + 3] as number);
    const stops = stopsAt(pixels, i);
    data[i] = stops * weight;
    data[i + 1] = stops * stops * weight;
    data[i + 2] = 0;
    data[i + 3] = weight;
  }
  return data;
}

/** From their means to the two numbers of the line that a guided filter puts through each place, in place. */
export function linesThrough(data: Float32Array): void {
  for (let i = 0; i < data.length; i += 4) {
    const weight = data[i + 3] as number;
    if (weight < LEAST_NEAR) continue;
    const mean = (data[i] as number) / weight;
    const variance = Math.max(0, (data[i + 1] as number) / weight - mean * mean);
    const slope = variance / (variance + EDGE);
    data[i] = slope * weight;
    data[i + 1] = (1 - slope) * mean * weight;
  }
}

/**
 * Gives every pixel a gain that depends on the stops of its own light and on those of the base around it: light without
 * texture, whose edges are as sharp as the picture's (a guided filter with Gaussian windows, guided by itself, after He,
 * Sun and Tang 2010; in stops, so that shadows count like lights).
 * @param own premultiplied, in `space`; changed in place
 * @param lines the blur of `linesThrough`, on the same pixels
 * @param gainOf the gain in stops; 0 is as it is
 */
export function gainByBase(
  own: FloatImage,
  lines: FloatImage,
  space: MixSpaceName,
  gainOf: (stops: number, base: number) => number,
): FloatImage {
  const pixels = straightLight(own.data, space);
  const { data } = own;
  for (let i = 0; i < data.length; i += 4) {
    const weight = lines.data[i + 3] as number;
    if (weight < LEAST_NEAR) continue;
    const stops = stopsAt(pixels, i);
    const [slope, added] = [lines.data[i] as number, lines.data[i + 1] as number];
    const gain = gainOf(stops, (slope * stops + added) / weight);
    if (gain === 0) continue;
    const by = 2 ** (space === 'light' ? gain : gain / 2.2);
    for (let c = i; c < i + 3; c++) data[c] = (data[c] as number) * by;
  }
  return own;
}
