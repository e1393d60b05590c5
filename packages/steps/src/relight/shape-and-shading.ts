import { boxMean, type CoverageImage, type FloatImage, LUMA } from '@diplex/imaging';
import type { MixSpaceName } from '@diplex/kernels';
import { decodeExactly } from '@diplex/kernels';
import { inflatedNormals } from './inflated-normals';

/** Shading is what is lighter or darker than its surroundings of this reach, as a share of the longer side. */
const AROUND = 0.07;

/** So much lighter than its surroundings, as a logarithm, is as light as is told. */
const MOST = 0.8;

/** Light below this is as dark as it gets: of noise in the dark nothing is to be told. */
const DARKEST = 0.004;

/** How much lighter each place of a thing is than what lies around it, -1..1: its bumps and folds, and its patterns. */
function shadingOf(thing: CoverageImage, { data }: FloatImage, space: MixSpaceName): Float32Array {
  const light = space === 'light' ? (value: number) => value : decodeExactly;
  const { width, height } = thing;
  const count = width * height;
  const logs = new Float32Array(count);
  for (let p = 0; p < count; p++) {
    const share = thing.data[p] as number;
    const alpha = data[p * 4 + 3] as number;
    if (share <= 0 || alpha <= 0) continue;
    const luma = LUMA.reduce(
      (sum, part, c) => sum + part * light(Math.max(0, (data[p * 4 + c] as number) / alpha)),
      0,
    );
    logs[p] = share * Math.log(Math.max(DARKEST, luma));
  }
  const reach = Math.max(1, Math.round(AROUND * Math.max(width, height)));
  const twice = (of: Float32Array) =>
    boxMean(boxMean(of, width, height, reach), width, height, reach);
  const [near, shares] = [twice(logs), twice(thing.data)];
  return logs.map((value, p) => {
    const [share, all] = [thing.data[p] as number, shares[p] as number];
    if (share < 0.5 || all < 1e-3) return 0;
    const lighter = value / share - (near[p] as number) / all;
    return Math.max(-1, Math.min(1, lighter / MOST));
  });
}

/**
 * What tells the shape of a thing, four numbers a pixel: how far its surface faces to the right and down (what is left to
 * 1 faces the viewer; see `inflatedNormals`), how much lighter it is there than around, -1..1, and how much of the thing
 * is there.
 * @param thing how much of it covers each pixel
 * @param picture of it, premultiplied, as large
 * @param space what its values are
 */
export function shapeAndShading(
  thing: CoverageImage,
  picture: FloatImage,
  space: MixSpaceName,
): Float32Array {
  const out = inflatedNormals(thing);
  shadingOf(thing, picture, space).forEach((value, p) => {
    out[p * 4 + 2] = value;
  });
  return out;
}
