import { invert, type Matrix, type RampPart, type Rect } from '@diplex/document';
import { type CoverageImage, newCoverage } from '@diplex/imaging';

/** How many steps the table of a falloff has. */
const STEPS = 1024;

/**
 * A ramp in output pixels, worked out at each pixel's centre.
 * @param toOutput from mask pixels to output pixels
 */
export function rampCoverage(part: RampPart, toOutput: Matrix, region: Rect): CoverageImage {
  const out = newCoverage(region.width, region.height);
  const table = falloffTable(part);
  const [a, b, c, d, e, f] = invert(toOutput);
  const way = { x: part.to.x - part.from.x, y: part.to.y - part.from.y };
  const length = Math.hypot(way.x, way.y);
  const along = { x: way.x / length, y: way.y / length };
  const inner = part.shape === 'straight' ? 0 : part.inner;
  for (let y = 0, o = 0; y < region.height; y++) {
    for (let x = 0; x < region.width; x++, o++) {
      const px = region.x + x + 0.5;
      const py = region.y + y + 0.5;
      const u = a * px + c * py + e - part.from.x;
      const v = b * px + d * py + f - part.from.y;
      const straight = (u * along.x + v * along.y) / length;
      const across = (v * along.x - u * along.y) / length;
      let t = straight;
      if (part.shape === 'round') t = Math.hypot(straight, across / part.ratio);
      else if (part.shape === 'band') t = Math.abs(straight);
      const falling = Math.max(0, Math.min(1, (t - inner) / (1 - inner)));
      out.data[o] = table[Math.round(falling * STEPS)] as number;
    }
  }
  return out;
}

/** Coverage at each step of the way: 1 at its beginning, 0 at its end. */
function falloffTable({ falloff, curve }: RampPart): Float32Array {
  return Float32Array.from({ length: STEPS + 1 }, (_, i) => {
    const t = i / STEPS;
    if (falloff === 'linear') return 1 - t;
    if (falloff === 'smooth') return 1 - t * t * (3 - 2 * t);
    return 1 - bezierAt(curve, t);
  });
}

/** The height of a cubic Bezier from (0, 0) to (1, 1) above `x`, found by halving. */
export function bezierAt([x1, y1, x2, y2]: readonly [number, number, number, number], x: number) {
  const at = (p: number, q: number, t: number) =>
    3 * (1 - t) * (1 - t) * t * p + 3 * (1 - t) * t * t * q + t * t * t;
  let [low, high] = [0, 1];
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (at(x1, x2, middle) < x) low = middle;
    else high = middle;
  }
  return at(y1, y2, (low + high) / 2);
}
