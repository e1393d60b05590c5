import type { Point } from '@diplex/document';
import { oklabOf } from '@diplex/imaging';
import type { SourceLevel } from '../pixels/source-level';

/** Places are tried at this distance from each other along the normal, in pixels. */
const STEP = 0.5;

/**
 * Moves a closed line to the strongest edge near it. Every point may go along its normal; the best
 * way for all of them together is found by dynamic programming (Amini, Weymouth and Jain 1990), where
 * neighbours going unlike ways costs, so that the line stays in one piece.
 *
 * @param points near each other, a few pixels apart, in pixels of the picture
 * @param reach how far a point may go, in pixels
 */
export function snapLine(picture: SourceLevel, points: readonly Point[], reach: number): Point[] {
  const places = 2 * Math.floor(reach / STEP) + 1;
  if (places < 3 || points.length < 4) return [...points];
  const count = points.length;
  const normals = points.map((_, i) => normalAt(points, i));
  const gain = points.map((point, i) => edgesAlong(picture, point, normals[i] as Point, places));
  const most = gain.reduce((high, each) => Math.max(high, ...each), 1e-6);
  const best: Float64Array[] = [];
  const from: Int16Array[] = [];
  for (let i = 0; i < count; i++) {
    const own = new Float64Array(places);
    const came = new Int16Array(places);
    for (let k = 0; k < places; k++) {
      // An edge near the drawn line is worth more than one as strong far away.
      const off = (k - (places - 1) / 2) / places;
      const cost = -((gain[i]?.[k] as number) / most) + 0.35 * off * off;
      let least = i === 0 ? 0 : Number.POSITIVE_INFINITY;
      for (let j = Math.max(0, k - 2); i > 0 && j <= Math.min(places - 1, k + 2); j++) {
        const way = (best[i - 1]?.[j] as number) + 0.08 * (k - j) * (k - j);
        if (way < least) {
          least = way;
          came[k] = j;
        }
      }
      own[k] = cost + least;
    }
    best.push(own);
    from.push(came);
  }
  const last = best[count - 1] as Float64Array;
  let k = last.indexOf(Math.min(...last));
  const out: Point[] = new Array(count);
  for (let i = count - 1; i >= 0; i--) {
    const point = points[i] as Point;
    const normal = normals[i] as Point;
    const by = (k - (places - 1) / 2) * STEP;
    out[i] = { x: point.x + normal.x * by, y: point.y + normal.y * by };
    k = from[i]?.[k] as number;
  }
  return out;
}

function normalAt(points: readonly Point[], i: number): Point {
  const before = points[(i + points.length - 1) % points.length] as Point;
  const after = points[(i + 1) % points.length] as Point;
  const [dx, dy] = [after.x - before.x, after.y - before.y];
  const length = Math.hypot(dx, dy) || 1;
  return { x: -dy / length, y: dx / length };
}

/** How strong the edge is at each place along a normal: the difference of colours on both sides. */
function edgesAlong(picture: SourceLevel, at: Point, normal: Point, places: number): number[] {
  const middle = (places - 1) / 2;
  // Two pixels on either side tell an edge from noise.
  const wide = 4;
  const colours = Array.from({ length: places + 2 * wide }, (_, i) => {
    const by = (i - wide - middle) * STEP;
    return colourAt(picture, at.x + normal.x * by, at.y + normal.y * by);
  });
  return Array.from({ length: places }, (_, k) => {
    let sum = 0;
    for (let w = 1; w <= wide; w++) {
      const [a, b] = [colours[k + wide - w] as Float32Array, colours[k + wide + w] as Float32Array];
      sum += Math.hypot(
        (a[0] as number) - (b[0] as number),
        (a[1] as number) - (b[1] as number),
        (a[2] as number) - (b[2] as number),
      );
    }
    return sum / wide;
  });
}

/** OKLab of the pixel at a place; beyond the picture its edge goes on. */
function colourAt({ width, height, channels, data }: SourceLevel, x: number, y: number) {
  const u = Math.max(0, Math.min(width - 1, Math.floor(x)));
  const v = Math.max(0, Math.min(height - 1, Math.floor(y)));
  const lab = new Float32Array(3);
  oklabOf(data, (v * width + u) * channels, channels, 1, lab);
  return lab;
}
