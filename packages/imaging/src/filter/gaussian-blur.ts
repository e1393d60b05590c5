import type { Rect } from '@diplex/document';
import {
  doubleAcross,
  halveAcross,
  inScratch,
  scratchFloats,
  scratchIntegers,
  symmetricAcross,
  weighRows,
} from '@diplex/kernels';

/** A picture that is read row by row: premultiplied RGBA floats. */
export interface RowSource {
  readonly width: number;
  readonly height: number;
  /** Writes `count` pixels of row `y`, from pixel `x` on, to `to` from `toOffset` floats on. */
  read(y: number, x: number, count: number, to: Float32Array, toOffset: number): void;
}

/** A range of rows or columns. */
interface Range {
  readonly from: number;
  readonly count: number;
}

interface Extent {
  readonly width: number;
  readonly height: number;
}

/** Part of a level of the pyramid. */
interface Part {
  readonly columns: Range;
  readonly rows: Range;
  readonly data: Float32Array;
}

/** A kernel ends where it has fallen this many deviations. */
const REACH = 3.2;

/** Halving and doubling once adds this variance each, in pixels of the finer level. */
const STEP_VARIANCE = 0.75;

/** So much variance has a picture that was drawn half as large instead of being halved. */
const DRAWN_VARIANCE = 0.25;

/** So many halvings before the last, a picture can as well be drawn smaller. */
const LEFT_TO_HALVE = 3;

/**
 * How often to halve before the filter proper: so often that what remains to be done there is a
 * deviation of about 0.7 to 1.5 pixels.
 */
function halvings(sigma: number): number {
  return Math.max(0, Math.round(Math.log2(sigma) - 0.2));
}

/**
 * How many times a picture may be halved before it is blurred: a wide blur needs not be given all of its pixels.
 * @param sigma in pixels of the picture as it is
 */
export function blurLevel(sigma: number): number {
  return Math.max(0, halvings(sigma) - LEFT_TO_HALVE);
}

/** The deviation that is left for the coarsest level, in its pixels. */
function remaining(sigma: number, count: number, drawn: number): number {
  let variance = sigma * sigma;
  for (let k = 0; k < count; k++) {
    const halved = k < drawn ? DRAWN_VARIANCE : STEP_VARIANCE;
    variance -= (halved + STEP_VARIANCE) * 4 ** k;
  }
  return Math.sqrt(Math.max(0, variance)) / 2 ** count;
}

/** One side and the middle of a normalised Gaussian, from the outermost on. */
function halfKernel(sigma: number): Float32Array {
  const radius = Math.max(1, Math.ceil(REACH * sigma));
  const half = scratchFloats(radius + 1);
  let total = 0;
  for (let i = 0; i <= radius; i++) {
    half[radius - i] = Math.exp(-(i * i) / (2 * Math.max(sigma, 0.05) ** 2));
    total += (half[radius - i] as number) * (i > 0 ? 2 : 1);
  }
  for (let i = 0; i <= radius; i++) half[i] = (half[i] as number) / total;
  return half;
}

/**
 * How far a blur looks, in pixels.
 * @param level how many times the picture was halved before: see `gaussianBlur`
 */
export function blurSupport(sigma: number, level = 0): number {
  const count = halvings(sigma);
  // On the way to the coarsest level the region grows by one pixel for each and by what halves do not divide, which is
  // less than three of the coarsest pixels; what those are halved from reaches less than one beyond them.
  return (Math.ceil(REACH * remaining(sigma, count, level)) + 4) * 2 ** count;
}

/**
 * A Gaussian blur of deviation `sigma` pixels, at a cost that does not depend on it: the picture is
 * halved by 1 3 3 1 until little is left to do, filtered there, and doubled by the same weights (a
 * pyramid as of Burt and Adelson 1983), whose variances are part of the whole. The frequencies that
 * could alias are those that the blur takes away. Beyond the edges the edge pixels go on.
 *
 * @param sigma in pixels, at least 0.5
 * @param region which pixels to make; the result does not depend on how a picture is divided
 * @param put takes the pixels of each row in turn; the memory is used again
 * @param level the source is the picture drawn smaller by two to the power of this, at most `blurLevel`; `sigma`
 *   and `region` are in pixels of the picture itself
 */
export function gaussianBlur(
  source: RowSource,
  sigma: number,
  region: Rect,
  put: (row: Float32Array, y: number) => void,
  level = 0,
): void {
  inScratch(() => {
    const count = halvings(sigma);
    const kernel = halfKernel(remaining(sigma, count, level));
    const radius = kernel.length - 1;
    const extents: Extent[] = [
      { width: source.width * 2 ** level, height: source.height * 2 ** level },
    ];
    const columns: Range[] = [{ from: region.x, count: region.width }];
    const rows: Range[] = [{ from: region.y, count: region.height }];
    for (let k = 1; k <= count; k++) {
      const finer = extents[k - 1] as Extent;
      const extent = { width: Math.ceil(finer.width / 2), height: Math.ceil(finer.height / 2) };
      extents.push(extent);
      // What doubling looks at.
      columns.push(within(halfOf(columns[k - 1] as Range), 1, extent.width));
      rows.push(within(halfOf(rows[k - 1] as Range), 1, extent.height));
    }
    const coarsest = extents[count] as Extent;
    const [across, down] = [columns[count] as Range, rows[count] as Range];
    const drawn = levelPart(
      ...([source, extents, count, level] as const),
      within(across, radius, coarsest.width),
      within(down, radius, coarsest.height),
    );
    let part = filterDown(filterAcross(drawn, kernel, across), kernel, down);
    for (let k = count - 1; k > 0; k--) {
      const [over, along] = [columns[k] as Range, rows[k] as Range];
      const data = scratchFloats(over.count * along.count * 4);
      eachDoubled(part, over, along, (row, y) => data.set(row, (y - along.from) * over.count * 4));
      part = { columns: over, rows: along, data };
    }
    if (count > 0) return eachDoubled(part, columns[0] as Range, rows[0] as Range, put);
    const line = region.width * 4;
    for (let y = 0; y < region.height; y++) {
      put(part.data.subarray(y * line, (y + 1) * line), region.y + y);
    }
  });
}

/** Part of a level of the pyramid, made from the source, which is that of `base`. */
function levelPart(
  source: RowSource,
  extents: readonly Extent[],
  k: number,
  base: number,
  columns: Range,
  rows: Range,
): Part {
  const width = columns.count;
  const data = scratchFloats(width * rows.count * 4);
  if (k === base) {
    for (let y = 0; y < rows.count; y++) {
      source.read(rows.from + y, columns.from, width, data, y * width * 4);
    }
    return { columns, rows, data };
  }
  const finer = extents[k - 1] as Extent;
  const over = within({ from: columns.from * 2, count: width * 2 }, 1, finer.width);
  const along = within({ from: rows.from * 2, count: rows.count * 2 }, 1, finer.height);
  const from = k === base + 1 ? null : levelPart(source, extents, k - 1, base, over, along);
  const line = scratchFloats((2 * width + 4) * 4);
  const ring = scratchFloats(4 * width * 4);
  const held = [-1, -1, -1, -1];
  const slots = scratchIntegers(4);
  const weight = scratchFloats(4);
  weight.set([0.125, 0.375, 0.375, 0.125]);
  // Where the line begins is the pixel before the first that is halved.
  const place = over.from - (columns.from * 2 - 1);
  for (let y = 0; y < rows.count; y++) {
    for (let tap = 0; tap < 4; tap++) {
      const v = clamp((rows.from + y) * 2 - 1 + tap, finer.height);
      const slot = v & 3;
      if (held[slot] !== v) {
        if (from) copyRow(from, v, line, place * 4);
        else source.read(v, over.from, over.count, line, place * 4);
        repeatEnds(line, place, over.count, 2 * width + 2);
        halveAcross(line, ring, slot * width * 4, width);
        held[slot] = v;
      }
      slots[tap] = slot;
    }
    weighRows(ring, width * 4, slots, weight, data, y * width * 4);
  }
  return { columns, rows, data };
}

function filterAcross(from: Part, kernel: Float32Array, columns: Range): Part {
  const radius = kernel.length - 1;
  const data = scratchFloats(columns.count * from.rows.count * 4);
  const length = columns.count + 2 * radius;
  const line = scratchFloats(length * 4);
  const place = from.columns.from - (columns.from - radius);
  for (let y = 0; y < from.rows.count; y++) {
    copyRow(from, from.rows.from + y, line, place * 4);
    repeatEnds(line, place, from.columns.count, length);
    symmetricAcross(line, kernel, data, y * columns.count * 4, columns.count);
  }
  return { columns, rows: from.rows, data };
}

function filterDown(from: Part, kernel: Float32Array, rows: Range): Part {
  const radius = kernel.length - 1;
  const stride = from.columns.count * 4;
  const data = scratchFloats(stride * rows.count);
  const taps = 2 * radius + 1;
  const slots = scratchIntegers(taps);
  const weight = scratchFloats(taps);
  for (let k = 0; k < taps; k++) weight[k] = kernel[Math.min(k, taps - 1 - k)] as number;
  for (let y = 0; y < rows.count; y++) {
    for (let k = 0; k < taps; k++) slots[k] = slotOf(from.rows, rows.from + y + k - radius);
    weighRows(from.data, stride, slots, weight, data, y * stride);
  }
  return { columns: from.columns, rows, data };
}

/** The pixels of the next finer level, row by row. */
function eachDoubled(
  from: Part,
  columns: Range,
  rows: Range,
  take: (row: Float32Array, y: number) => void,
): void {
  const half = halfOf(columns);
  const line = scratchFloats((half.count + 2) * 4);
  const stride = from.columns.count * 4;
  const doubled = scratchFloats(half.count * 8);
  const first = (columns.from - half.from * 2) * 4;
  const row = doubled.subarray(first, first + columns.count * 4);
  const slots = scratchIntegers(2);
  const weight = scratchFloats(2);
  weight.set([0.75, 0.25]);
  const place = from.columns.from - (half.from - 1);
  for (let y = rows.from; y < rows.from + rows.count; y++) {
    slots[0] = slotOf(from.rows, y >> 1);
    slots[1] = slotOf(from.rows, (y >> 1) + (y & 1 ? 1 : -1));
    weighRows(from.data, stride, slots, weight, line, place * 4);
    repeatEnds(line, place, from.columns.count, half.count + 2);
    doubleAcross(line, doubled, 0, half.count);
    take(row, y);
  }
}

function clamp(index: number, length: number): number {
  return Math.max(0, Math.min(length - 1, index));
}

/** Which row of a part holds row `y` of its level, or the nearest one at the picture's edge. */
function slotOf(rows: Range, y: number): number {
  return clamp(y - rows.from, rows.count);
}

/** What the next coarser level has of a range. */
function halfOf({ from, count }: Range): Range {
  const first = from >> 1;
  return { from: first, count: ((from + count - 1) >> 1) - first + 1 };
}

/** A range with a margin, as far as the picture goes. */
function within({ from, count }: Range, margin: number, length: number): Range {
  const first = clamp(from - margin, length);
  const end = Math.max(first + 1, Math.min(length, from + count + margin));
  return { from: first, count: end - first };
}

function copyRow(
  { columns, rows, data }: Part,
  y: number,
  to: Float32Array,
  toOffset: number,
): void {
  const line = columns.count * 4;
  const at = (y - rows.from) * line;
  to.set(data.subarray(at, at + line), toOffset);
}

/** Goes on with the first of `count` pixels before them, and with the last up to `length`. */
function repeatEnds(line: Float32Array, place: number, count: number, length: number): void {
  for (let i = 0; i < place; i++) line.copyWithin(i * 4, place * 4, place * 4 + 4);
  const last = (place + count - 1) * 4;
  for (let i = place + count; i < length; i++) line.copyWithin(i * 4, last, last + 4);
}
