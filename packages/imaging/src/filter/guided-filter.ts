import { boxMean } from './box-mean';

/** Three planes of a colour picture, of the same size. */
export type ColourPlanes = readonly [Float32Array, Float32Array, Float32Array];

/**
 * Smooths values over the squares around each pixel, but not across the edges of a colour picture: within
 * every square they become the linear function of the colours that fits them best (He, Sun and Tang 2013).
 * @param guide the picture's channels, row by row
 * @param reach squares have a side of `2 reach + 1` pixels
 * @param regulariser variances of colours below this are no edges, in squared units of the guide
 * @returns as many values, row by row
 */
export function guidedFilter(
  values: Float32Array,
  guide: ColourPlanes,
  { width, height }: { readonly width: number; readonly height: number },
  reach: number,
  regulariser: number,
): Float32Array {
  const mean = (data: Float32Array) => boxMean(data, width, height, reach);
  const product = (a: Float32Array, b: Float32Array) =>
    mean(a.map((value, p) => value * (b[p] as number)));
  const [red, green, blue] = guide;
  const [mr, mg, mb] = [mean(red), mean(green), mean(blue)];
  const whole = mean(values);
  const [rr, rg, rb] = [product(red, red), product(red, green), product(red, blue)];
  const [gg, gb, bb] = [product(green, green), product(green, blue), product(blue, blue)];
  const along = [product(red, values), product(green, values), product(blue, values)] as const;
  const at = (plane: Float32Array, p: number) => plane[p] as number;
  // What was gathered is no longer needed once a square is solved, so its slopes go in its place.
  for (let p = 0; p < values.length; p++) {
    const [r, g, b, v] = [at(mr, p), at(mg, p), at(mb, p), at(whole, p)];
    const s00 = at(rr, p) - r * r + regulariser;
    const s01 = at(rg, p) - r * g;
    const s02 = at(rb, p) - r * b;
    const s11 = at(gg, p) - g * g + regulariser;
    const s12 = at(gb, p) - g * b;
    const s22 = at(bb, p) - b * b + regulariser;
    const i00 = s11 * s22 - s12 * s12;
    const i01 = s02 * s12 - s01 * s22;
    const i02 = s01 * s12 - s02 * s11;
    const by = 1 / (s00 * i00 + s01 * i01 + s02 * i02);
    const [x, y, z] = [at(along[0], p) - r * v, at(along[1], p) - g * v, at(along[2], p) - b * v];
    const slopeR = (i00 * x + i01 * y + i02 * z) * by;
    const slopeG = (i01 * x + (s00 * s22 - s02 * s02) * y + (s01 * s02 - s00 * s12) * z) * by;
    const slopeB = (i02 * x + (s01 * s02 - s00 * s12) * y + (s00 * s11 - s01 * s01) * z) * by;
    along[0][p] = slopeR;
    along[1][p] = slopeG;
    along[2][p] = slopeB;
    whole[p] = v - slopeR * r - slopeG * g - slopeB * b;
  }
  const [a, b, c] = [mean(along[0]), mean(along[1]), mean(along[2])];
  return mean(whole).map(
    (base, p) => base + at(a, p) * at(red, p) + at(b, p) * at(green, p) + at(c, p) * at(blue, p),
  );
}
