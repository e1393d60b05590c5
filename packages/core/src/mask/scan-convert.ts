import type { Point, Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';

/**
 * Areas are added up as whole numbers of this fraction of a pixel, so that the sum at a pixel is
 * exact and does not depend on where the region begins.
 */
const UNIT = 2 ** 24;

/** Where in a row something was put, from the first column to the last; `last` < `first` for nowhere. */
interface Reach {
  readonly first: Int32Array;
  readonly last: Int32Array;
}

/** Memory for the sums, used again and again; all of it is 0 between two calls. */
let deltas = new Float64Array(0);

/**
 * The share of every pixel's area that a closed polygon covers, exactly (signed-area accumulation,
 * as in font rasterising). Where a polygon crosses itself the parts add up, at most to 1. The cost
 * follows the length of the outline; rows and columns that it does not cross are filled.
 *
 * @param points the corners in output pixels, at least three
 * @param region whole-number output pixels
 */
export function scanConvert(points: readonly Point[], region: Rect): CoverageImage {
  return scanConvertAll([points], region);
}

/** As `scanConvert`, for several closed polygons; those that run the other way round are holes. */
export function scanConvertAll(loops: readonly (readonly Point[])[], region: Rect): CoverageImage {
  const { width, height } = region;
  const out = newCoverage(width, height);
  // One column more than the region: area that lies to the right of it has to go somewhere.
  const stride = width + 1;
  if (deltas.length < stride * height) deltas = new Float64Array(stride * height);
  const reach = {
    first: new Int32Array(height).fill(stride),
    last: new Int32Array(height).fill(-1),
  };
  for (const points of loops) {
    for (let i = 0; i < points.length; i++) {
      const from = points[i] as Point;
      const to = points[(i + 1) % points.length] as Point;
      addEdge(reach, stride, region, from, to);
    }
  }
  for (let y = 0; y < height; y++) {
    const [first, last] = [reach.first[y] as number, reach.last[y] as number];
    if (last < first) continue;
    let sum = 0;
    const row = y * stride;
    for (let x = first; x <= last; x++) {
      sum += deltas[row + x] as number;
      deltas[row + x] = 0;
      if (x < width) out.data[y * width + x] = Math.min(1, Math.abs(sum) / UNIT);
    }
    const rest = Math.min(1, Math.abs(sum) / UNIT);
    if (rest > 0 && last + 1 < width) out.data.fill(rest, y * width + last + 1, (y + 1) * width);
  }
  return out;
}

/** Adds one edge's change of covered area to every pixel it passes, and the rest to the next one. */
function addEdge(reach: Reach, stride: number, region: Rect, from: Point, to: Point): void {
  if (from.y === to.y) return;
  const sign = from.y < to.y ? 1 : -1;
  const [upper, lower] = sign > 0 ? [from, to] : [to, from];
  const slope = (lower.x - upper.x) / (lower.y - upper.y);
  const firstRow = Math.max(region.y, Math.floor(upper.y));
  const lastRow = Math.min(region.y + region.height - 1, Math.ceil(lower.y) - 1);
  const xAt = (y: number) => upper.x + (y - upper.y) * slope;
  for (let row = firstRow; row <= lastRow; row++) {
    const y0 = Math.max(row, upper.y);
    const y1 = Math.min(row + 1, lower.y);
    const rise = y1 - y0;
    if (rise <= 0) continue;
    const xa = y0 === upper.y ? upper.x : xAt(y0);
    const xb = y1 === lower.y ? lower.x : xAt(y1);
    const left = Math.min(xa, xb);
    const right = Math.max(xa, xb);
    addRun(reach, row - region.y, stride, region.x, left, right, rise * sign);
  }
}

/** One edge within one row: it goes from `left` to `right` while the covered height grows by `rise`. */
function addRun(
  reach: Reach,
  row: number,
  stride: number,
  regionLeft: number,
  left: number,
  right: number,
  rise: number,
): void {
  const put = (column: number, units: number) => {
    const x = Math.max(0, Math.min(stride - 1, column - regionLeft));
    const at = row * stride + x;
    deltas[at] = (deltas[at] as number) + units;
    if (x < (reach.first[row] as number)) reach.first[row] = x;
    if (x > (reach.last[row] as number)) reach.last[row] = x;
  };
  const total = Math.round(rise * UNIT);
  // An edge beside the region counts as a whole in the column that it is put into.
  if (right <= regionLeft || left >= regionLeft + stride) return put(Math.floor(left), total);
  const firstColumn = Math.floor(left);
  const lastColumn = Math.max(firstColumn, Math.ceil(right) - 1);
  // Covered area to the right of the edge, summed over the columns up to and including `column`.
  let before = 0;
  for (let column = firstColumn; column <= lastColumn; column++) {
    const through = areaUpTo(column + 1, left, right, rise);
    const units = Math.round(through * UNIT);
    put(column, units - before);
    before = units;
  }
  put(lastColumn + 1, total - before);
}

/**
 * The covered share of the pixel that ends at `x`: the height already gained at each place,
 * averaged over the pixel. The edge rises evenly from `left` to `right`.
 */
function areaUpTo(x: number, left: number, right: number, rise: number): number {
  const span = right - left;
  if (span < 1e-12) return rise * Math.max(0, Math.min(1, x - left));
  const height = (place: number) => Math.max(0, Math.min(1, (place - left) / span)) * rise;
  const x0 = x - 1;
  // The height is piecewise linear in the place, so its mean is a sum of trapezia.
  const a = Math.max(x0, Math.min(x, left));
  const b = Math.max(x0, Math.min(x, right));
  const ramp = ((height(a) + height(b)) / 2) * (b - a);
  return ramp + rise * (x - b);
}
