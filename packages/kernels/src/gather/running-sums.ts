import { callsFor } from '../memory/thread';

/** Values are counted in so many steps of 1, as far as this; 34 of them fit into 32 bits. */
const [STEPS, MOST] = [2 ** 18, 256];

/** The widest span that `addSpan` adds up rightly, in pixels. */
export const WIDEST_SPAN = 30;

function counted(value: number): number {
  const held = Math.fround(Math.max(-MOST, Math.min(MOST, value)) * STEPS);
  const low = Math.floor(held);
  const rest = held - low;
  // To the even one where it lies in the middle, as the kernel does.
  if (rest !== 0.5) return Math.round(held);
  return low % 2 === 0 ? low : low + 1;
}

/**
 * Sums of RGBA floats along a row, in whole numbers that may run over: the difference of two of them is right all the
 * same, and does not depend on where the row begins.
 * @param from values of -256 to 256, straight or premultiplied; what lies beyond is held there
 * @param to takes `pixels` + 1 sums, each of what lies before its pixel
 */
export function runningSums(
  from: Float32Array,
  fromPixel: number,
  to: Int32Array,
  toPixel: number,
  pixels: number,
): void {
  const calls = callsFor(from, to);
  if (calls) {
    calls.runningSums?.(from.byteOffset + fromPixel * 16, to.byteOffset + toPixel * 16, pixels);
    return;
  }
  to.fill(0, toPixel * 4, toPixel * 4 + 4);
  for (let i = fromPixel * 4, o = toPixel * 4; i < (fromPixel + pixels) * 4; i++, o++) {
    to[o + 4] = (to[o] as number) + counted(from[i] as number);
  }
}

/** From where to where, in pixels before and after the first one, and parts of a pixel. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * Adds, for each pixel of a row, what a span around it holds; the ends of the span may lie within pixels.
 * @param sums of the row, by `runningSums`
 * @param first the sum that belongs to the first pixel
 * @param span at most `WIDEST_SPAN` wide
 * @param to RGBA; sums in steps of 2 to the power of -18: `SPAN_UNIT` makes values of them
 */
export function addSpan(
  sums: Int32Array,
  first: number,
  { from, to: until }: Span,
  to: Float32Array,
  toPixel: number,
  pixels: number,
): void {
  const [low, high] = [Math.floor(from), Math.floor(until)];
  const [lowShare, highShare] = [Math.fround(from - low), Math.fround(until - high)];
  const calls = callsFor(sums, to);
  if (calls) {
    calls.addSpan?.(
      ...[sums.byteOffset, (first + low) * 16, lowShare, (first + high) * 16, highShare],
      ...[to.byteOffset + toPixel * 16, pixels],
    );
    return;
  }
  const [a, b] = [(first + low) * 4, (first + high) * 4];
  for (let i = 0; i < pixels * 4; i++) {
    const [begin, end] = [sums[a + i] as number, sums[b + i] as number];
    const whole = (end - begin) | 0;
    const before = ((sums[a + i + 4] as number) - begin) | 0;
    const after = ((sums[b + i + 4] as number) - end) | 0;
    const o = toPixel * 4 + i;
    to[o] = (to[o] as number) + whole + highShare * after - lowShare * before;
  }
}

/** What one step of a sum stands for. */
export const SPAN_UNIT = 1 / STEPS;
