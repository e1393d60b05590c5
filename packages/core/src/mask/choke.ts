import { growRect, type Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';
import { inScratch } from '@diplex/kernels';
import { distanceFromEdge } from './distance';
import type { DrawCoverage } from './feather';

/** A soft edge is moved as a whole when it is no wider than twice this, in composition pixels. */
const SOFTEST = 16;

/** Below this many output pixels a moved edge cannot be seen. */
const LEAST = 0.02;

/**
 * Coverage whose edge is moved inwards (`choke` above 0) or outwards by parts of a pixel. Every pixel
 * takes the value that lies so far away along the way from the nearest edge (the gradient of the
 * distance field), so a soft edge stays as soft as it is. What is thinner than twice the choke goes.
 * @param choke in composition pixels
 */
export function choked(
  draw: DrawCoverage,
  region: Rect,
  scale: number,
  choke: number,
): CoverageImage {
  const margin = chokeMargin(scale, choke);
  if (margin === 0) return draw(region, scale);
  const by = choke * scale;
  const reach = Math.abs(by) + SOFTEST * scale;
  const wide = growRect(region, margin);
  const out = newCoverage(region.width, region.height);
  inScratch(() => {
    const from = draw(wide, scale);
    const away = distanceFromEdge(from, reach + 2);
    for (let y = 0, o = 0; y < region.height; y++) {
      for (let x = 0; x < region.width; x++, o++) {
        out.data[o] = movedValue(from, away, x + margin, y + margin, by);
      }
    }
  });
  return out;
}

/** How far around a region `choked` looks at a scale, in output pixels; 0 where nothing is moved. */
export function chokeMargin(scale: number, choke: number): number {
  const by = Math.abs(choke * scale);
  return by < LEAST ? 0 : Math.ceil(by + SOFTEST * scale) + 4;
}

/** Weights of the slope over three by three pixels (Scharr). */
const SLOPE = [3, 10, 3] as const;

function movedValue(
  from: CoverageImage,
  away: CoverageImage,
  x: number,
  y: number,
  by: number,
): number {
  const { width } = from;
  const at = y * width + x;
  const distance = away.data[at] as number;
  if (by > 0 && distance < by - 1 && distance > 0) return 0;
  if (by < 0 && distance > by + 1 && distance < 0) return 1;
  let [dx, dy] = [0, 0];
  for (let k = -1; k <= 1; k++) {
    const weight = SLOPE[k + 1] as number;
    const row = at + k * width;
    dx += weight * ((away.data[row + 1] as number) - (away.data[row - 1] as number));
    dy += weight * ((away.data[at + k + width] as number) - (away.data[at + k - width] as number));
  }
  const length = Math.hypot(dx, dy);
  if (length < 1e-6) return from.data[at] as number;
  return valueAt(from, x, y, -(by * dx) / length, -(by * dy) / length);
}

/**
 * Linear interpolation between pixel centres, so far away from one of them. The way is taken apart by itself, so that it
 * is the same numbers wherever the pixel lies in a region.
 */
function valueAt(
  { width, height, data }: CoverageImage,
  x: number,
  y: number,
  wayX: number,
  wayY: number,
): number {
  const [left, above] = [Math.floor(wayX), Math.floor(wayY)];
  const [u, v] = [wayX - left, wayY - above];
  const column = (at: number) => Math.max(0, Math.min(width - 1, at));
  const row = (at: number) => Math.max(0, Math.min(height - 1, at)) * width;
  const [x0, x1] = [column(x + left), column(x + left + 1)];
  const [y0, y1] = [row(y + above), row(y + above + 1)];
  const top = (data[y0 + x0] as number) * (1 - u) + (data[y0 + x1] as number) * u;
  const bottom = (data[y1 + x0] as number) * (1 - u) + (data[y1 + x1] as number) * u;
  return top * (1 - v) + bottom * v;
}
