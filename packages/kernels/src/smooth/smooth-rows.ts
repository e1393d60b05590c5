import { callsFor } from '../memory/thread';

/**
 * A row of RGBA floats at half its length, every pixel the mean of four by 1 3 3 1. `from` begins
 * with the pixel before the first and has 2 x `pixels` + 2.
 */
export function halveAcross(
  from: Float32Array,
  to: Float32Array,
  toOffset: number,
  pixels: number,
): void {
  const calls = callsFor(from, to);
  if (calls) {
    calls.halveAcross?.(from.byteOffset, to.byteOffset + toOffset * 4, pixels);
    return;
  }
  const f = (i: number) => from[i] as number;
  for (let o = 0; o < pixels * 4; o++) {
    const i = (o >> 2) * 8 + (o & 3);
    to[toOffset + o] = (f(i) + f(i + 12) + 3 * (f(i + 4) + f(i + 8))) / 8;
  }
}

/**
 * A row of RGBA floats at twice its length: every pixel makes two, each a quarter of the neighbour
 * on its side. `from` begins with the pixel before the first and has `pixels` + 2.
 */
export function doubleAcross(
  from: Float32Array,
  to: Float32Array,
  toOffset: number,
  pixels: number,
): void {
  const calls = callsFor(from, to);
  if (calls) {
    calls.doubleAcross?.(from.byteOffset, to.byteOffset + toOffset * 4, pixels);
    return;
  }
  const f = (i: number) => from[i] as number;
  for (let i = 0; i < pixels * 4; i++) {
    const o = toOffset + (i >> 2) * 8 + (i & 3);
    to[o] = f(i) / 4 + (3 * f(i + 4)) / 4;
    to[o + 4] = (3 * f(i + 4)) / 4 + f(i + 8) / 4;
  }
}

/**
 * A symmetric filter along a row of RGBA floats. `weight` holds the weights of one side, from the
 * outermost on, and of the middle; `from` begins as many pixels before the first as one side has.
 */
export function symmetricAcross(
  from: Float32Array,
  weight: Float32Array,
  to: Float32Array,
  toOffset: number,
  pixels: number,
): void {
  const radius = weight.length - 1;
  const calls = callsFor(from, weight, to);
  if (calls) {
    const into = to.byteOffset + toOffset * 4;
    calls.symmetricAcross?.(from.byteOffset, weight.byteOffset, radius, into, pixels);
    return;
  }
  const f = (i: number) => from[i] as number;
  for (let o = 0; o < pixels * 4; o++) {
    const centre = o + radius * 4;
    let sum = (weight[radius] as number) * f(centre);
    for (let k = 0; k < radius; k++) {
      const away = (radius - k) * 4;
      sum += (weight[k] as number) * (f(centre - away) + f(centre + away));
    }
    to[toOffset + o] = sum;
  }
}

/**
 * Adds a quarter of each pixel of a row of RGBA floats to the pixel that it is half of in a row half as long.
 * @param begins whether the first pixel is the left half of one, or the right half
 */
export function addHalved(
  from: Float32Array,
  fromPixel: number,
  begins: 'left' | 'right',
  to: Float32Array,
  toPixel: number,
  pixels: number,
): void {
  const odd = begins === 'right' ? 1 : 0;
  const calls = callsFor(from, to);
  if (calls) {
    const [at, into] = [from.byteOffset + fromPixel * 16, to.byteOffset + toPixel * 16];
    calls.addHalved?.(at, odd, into, pixels);
    return;
  }
  for (let i = 0; i < pixels * 4; i++) {
    const o = (toPixel + ((odd + (i >> 2)) >> 1)) * 4 + (i & 3);
    to[o] = (to[o] as number) + (from[fromPixel * 4 + i] as number) * 0.25;
  }
}
