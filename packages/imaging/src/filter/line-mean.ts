import type { Rect } from '@diplex/document';
import {
  addSpan,
  type FloatPixels,
  runningSums,
  SPAN_UNIT,
  scaleRow,
  scratchFloats,
  scratchIntegers,
  shearRow,
  slantOf,
  transposePixels,
  WIDEST_SPAN,
} from '@diplex/kernels';
import type { FloatImage } from '../image/images';

/** Cubic weights between rows look so far beside a line, twice over, with a row for rounding. */
export const BESIDE_LINE = 5;

/** Columns that are worked out together: the farther they reach, the more slanted lines pass through them. */
const STRIP = 512;

/** A way as columns and rows that it goes across, the columns being the more. */
interface Line {
  /** Columns on which the mean is taken, at least the pixel itself. */
  readonly long: number;
  /** Rows for each column. */
  readonly slope: number;
}

/**
 * The mean along a straight way around each pixel, half of it before and half behind. The picture is sheared so that the
 * way lies along its rows, each mean is one difference of running sums, and the result is sheared back: the cost does
 * not depend on the angle, and hardly on the length.
 * @param from premultiplied, or weighed in any other way; beyond its edges there is nothing
 * @param across how far the whole way goes, in pixels
 * @param down
 * @param out which pixels to make, in those of `from`
 */
export function lineMean(from: FloatPixels, across: number, down: number, out: Rect): FloatImage {
  if (Math.abs(down) <= Math.abs(across)) {
    const made = { width: out.width, height: out.height, data: floatsOf(out) };
    alongRows(from, { long: longest(across), slope: across === 0 ? 0 : down / across }, out, made);
    return made;
  }
  const turned = { x: out.y, y: out.x, width: out.height, height: out.width };
  const made = { width: turned.width, height: turned.height, data: floatsOf(turned) };
  alongRows(transposed(from), { long: longest(down), slope: across / down }, turned, made);
  const data = floatsOf(out);
  transposePixels(made.data, data, made.width, made.height);
  return { width: out.width, height: out.height, data };
}

const longest = (way: number) => Math.max(1, Math.abs(way));

const floatsOf = ({ width, height }: { width: number; height: number }) =>
  scratchFloats(width * height * 4);

function transposed({ x, y, width, height, data }: FloatPixels): FloatPixels {
  const turned = scratchFloats(width * height * 4);
  transposePixels(data, turned, width, height);
  return { x: y, y: x, width: height, height: width, data: turned };
}

function alongRows(from: FloatPixels, line: Line, out: Rect, made: FloatImage): void {
  for (let x = out.x; x < out.x + out.width; x += STRIP) {
    const width = Math.min(STRIP, out.x + out.width - x);
    strip(from, line, { ...out, x, width }, made.data, out);
  }
}

/** Makes some columns: first the means along all lines that pass through them, then what lies between those. */
function strip(from: FloatPixels, line: Line, part: Rect, to: Float32Array, out: Rect): void {
  const { slope } = line;
  const { x: left, width } = part;
  const drifts = [left * slope, (left + width) * slope];
  const top = Math.floor(part.y - Math.max(...drifts)) - 2;
  const height = Math.ceil(part.y + part.height - Math.min(...drifts)) + 2 - top;
  // Only what lies near the part is ever made, and looked at.
  const data = scratchFloats(width * height * 4);
  const along = meansAlong(from, line, left, width);
  for (let j = 0; j < height; j++) {
    const [first, last] = crossed(top + j, slope, part);
    if (last > first) along(top + j, first, last - first, data, j * width + first - left);
  }
  const means = { x: left, y: top, width, height, data };
  const back = slantOf(-slope, left, width);
  for (let y = 0; y < part.height; y++) {
    shearRow(means, back, part.y + y, left, to, y * out.width + left - out.x, width);
  }
}

/** From which to which column a line lies near the rows of a part. */
function crossed(base: number, slope: number, { x, y, width, height }: Rect): [number, number] {
  if (slope === 0) return [x, x + width];
  const ends = [(y - 3 - base) / slope, (y + height + 3 - base) / slope];
  const first = Math.max(x, Math.floor(Math.min(...ends)));
  return [first, Math.min(x + width, Math.ceil(Math.max(...ends)) + 1)];
}

/** Makes means along lines, in columns from `left` on and no more than `most` at once. */
function meansAlong(from: FloatPixels, { long, slope }: Line, left: number, most: number) {
  const reach = Math.ceil(long / 2) + 2;
  const slant = slantOf(slope, left - reach, most + 2 * reach);
  const row = scratchFloats((most + 2 * reach) * 4);
  const sums = scratchIntegers((most + 2 * reach + 1) * 4);
  const spans = spansOf(long);
  return (base: number, x: number, pixels: number, to: Float32Array, toPixel: number): void => {
    const wide = pixels + 2 * reach;
    shearRow(from, slant, base, x - reach, row, 0, wide);
    runningSums(row, 0, sums, 0, wide);
    const made = to.subarray(toPixel * 4, (toPixel + pixels) * 4).fill(0);
    for (const span of spans) addSpan(sums, reach, span, made, 0, pixels);
    scaleRow(made, SPAN_UNIT / long);
  };
}

/** A span of a length about the middle of a pixel, in parts that can be added up rightly. */
function spansOf(long: number): readonly { readonly from: number; readonly to: number }[] {
  const begin = 0.5 - long / 2;
  const count = Math.ceil(long / WIDEST_SPAN);
  const at = (k: number) => begin + (k * long) / count;
  return Array.from({ length: count }, (_, k) => ({ from: at(k), to: at(k + 1) }));
}
