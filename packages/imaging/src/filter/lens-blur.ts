import type { Rect } from '@diplex/document';
import {
  addSpan,
  type FloatPixels,
  runningSums,
  SPAN_UNIT,
  scaleRow,
  scratchFloats,
  scratchIntegers,
  WIDEST_SPAN,
} from '@diplex/kernels';
import type { FloatImage } from '../image/images';
import { type Aperture, apertureRows } from './aperture';

/** The largest aperture that is worked out in pixels as they are; larger ones want a smaller picture. */
export const WIDEST_RADIUS = (WIDEST_SPAN - 2) / 2;

/** A smaller aperture is as good as a point. */
const LEAST_RADIUS = 0.3;

/** How many pixels beyond what is made a blur looks. */
export function lensReach(radius: number): number {
  return radius < LEAST_RADIUS ? 0 : Math.ceil(radius + 0.5) + 2;
}

/**
 * The mean over an aperture around each pixel: what a point of light becomes that is out of focus. Each row of pixels
 * that the aperture covers is one difference of two running sums, so the cost grows with its height only.
 * @param from premultiplied, or weighed in any other way; beyond its edges there is nothing
 * @param aperture of a radius of at most `WIDEST_RADIUS`
 * @param out which pixels to make, in those of `from`
 */
export function lensBlur(from: FloatPixels, aperture: Aperture, out: Rect): FloatImage {
  const data = scratchFloats(out.width * out.height * 4).fill(0);
  const made = { width: out.width, height: out.height, data };
  if (aperture.radius < LEAST_RADIUS) {
    copyPart(from, out, data);
    return made;
  }
  const { rows, area } = apertureRows(aperture);
  const reach = lensReach(aperture.radius);
  const sums = scratchIntegers((out.width + 2 * reach + 2) * 4);
  const line = scratchFloats((out.width + 2 * reach + 1) * 4);
  const [top, bottom] = [out.y - reach, out.y + out.height + reach];
  for (let y = Math.max(top, from.y); y < Math.min(bottom, from.y + from.height); y++) {
    if (!lineOf(from, y, out.x - reach, line)) continue;
    runningSums(line, 0, sums, 0, out.width + 2 * reach + 1);
    for (const { dy, span } of rows) {
      const row = y - dy - out.y;
      if (row < 0 || row >= out.height) continue;
      addSpan(sums, reach, span, data, row * out.width, out.width);
    }
  }
  scaleRow(data, SPAN_UNIT / area);
  return made;
}

/** A row from a column on; whether there is any of it. */
function lineOf(from: FloatPixels, y: number, x: number, line: Float32Array): boolean {
  const count = line.length / 4;
  const first = Math.max(x, from.x);
  const last = Math.min(x + count, from.x + from.width);
  line.fill(0);
  if (last <= first) return false;
  const at = ((y - from.y) * from.width + first - from.x) * 4;
  line.set(from.data.subarray(at, at + (last - first) * 4), (first - x) * 4);
  return true;
}

/** What a picture has of a part; nothing beyond its edges. */
export function copyPart(from: FloatPixels, part: Rect, to: Float32Array): void {
  const first = Math.max(part.x, from.x);
  const last = Math.min(part.x + part.width, from.x + from.width);
  if (last <= first) return;
  for (
    let y = Math.max(part.y, from.y);
    y < Math.min(part.y + part.height, from.y + from.height);
    y++
  ) {
    const at = ((y - from.y) * from.width + first - from.x) * 4;
    const row = from.data.subarray(at, at + (last - first) * 4);
    to.set(row, ((y - part.y) * part.width + first - part.x) * 4);
  }
}
