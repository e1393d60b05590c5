import type { Canvas, Composition, Horizon, VanishingLine, VanishingWay } from './composition';
import { VANISHING_WAYS } from './composition';
import type { Point } from './geometry/matrix';
import { isConvex, type Quad } from './geometry/projective';

/** Lines that meet farther off than so many sides of the canvas run side by side. */
const FAR = 60;

/** A line as a x + b y + c = 0, with (a, b) of length 1; null for a place. */
function lineThrough(p: Point, q: Point): readonly [number, number, number] | null {
  const length = Math.hypot(q.x - p.x, q.y - p.y);
  if (length === 0) return null;
  const [a, b] = [(p.y - q.y) / length, (q.x - p.x) / length];
  return [a, b, -(a * p.x + b * p.y)];
}

/** Those of a composition's vanishing lines that go one way. */
export function linesGoing(
  { vanishing }: Composition,
  way: VanishingWay,
): readonly VanishingLine[] {
  return (vanishing ?? []).filter((line) => line.way === way);
}

/**
 * Where lines meet that run side by side in the scene: the place nearest to all of them by least squares of its distances,
 * the longer ones counting more. Null for fewer than two, and for those that run side by side in the picture, too.
 */
export function vanishingPoint(lines: readonly VanishingLine[], canvas: Canvas): Point | null {
  if (lines.length < 2) return null;
  // About the middle of the canvas, so that numbers stay small.
  const [mx, my] = [canvas.width / 2, canvas.height / 2];
  let [aa, ab, bb, ac, bc] = [0, 0, 0, 0, 0];
  for (const { from, to } of lines) {
    const line = lineThrough({ x: from.x - mx, y: from.y - my }, { x: to.x - mx, y: to.y - my });
    if (!line) continue;
    const [a, b, c] = line;
    const weight = Math.hypot(to.x - from.x, to.y - from.y);
    aa += weight * a * a;
    ab += weight * a * b;
    bb += weight * b * b;
    ac += weight * a * c;
    bc += weight * b * c;
  }
  const det = aa * bb - ab * ab;
  if (det <= 0) return null;
  const point = { x: (ab * bc - bb * ac) / det + mx, y: (ab * ac - aa * bc) / det + my };
  const far = FAR * Math.max(canvas.width, canvas.height);
  return Math.hypot(point.x - mx, point.y - my) < far ? point : null;
}

/**
 * The horizon that vanishing lines of level things speak for: through both of their vanishing points, or level through
 * the one there is. Null where none is known, or they lie one over the other.
 */
export function horizonOfLines(composition: Composition): Horizon | null {
  const { canvas } = composition;
  const points = VANISHING_WAYS.flatMap(
    (way) => vanishingPoint(linesGoing(composition, way), canvas) ?? [],
  );
  const [first, second] = points;
  if (!first) return null;
  if (!second) return { y: first.y, tilt: 0 };
  const slope = (second.y - first.y) / (second.x - first.x);
  const tilt = (Math.atan(slope) * 180) / Math.PI;
  if (!Number.isFinite(slope) || Math.abs(tilt) > 45) return null;
  return { y: first.y + slope * (canvas.width / 2 - first.x), tilt };
}

/** Which way two sides of a plane go: to a vanishing point, or up and down in the picture. */
export type PlaneSide = VanishingWay | 'upright';

function crossing(
  a: readonly [number, number, number] | null,
  b: readonly [number, number, number] | null,
): Point | null {
  if (!a || !b) return null;
  const w = a[0] * b[1] - a[1] * b[0];
  if (Math.abs(w) < 1e-9) return null;
  return { x: (a[1] * b[2] - b[1] * a[2]) / w, y: (b[0] * a[2] - a[0] * b[2]) / w };
}

/** The corners from the upper left one on, clockwise. */
function inOrder(corners: readonly Point[]): Quad {
  const area = corners.reduce((sum, p, i) => {
    const q = corners[(i + 1) % 4] as Point;
    return sum + p.x * q.y - q.x * p.y;
  }, 0);
  const round = area > 0 ? corners : [...corners].reverse();
  const sums = round.map(({ x, y }) => x + y);
  const first = sums.indexOf(Math.min(...sums));
  return [0, 1, 2, 3].map((k) => round[(first + k) % 4]) as unknown as Quad;
}

/**
 * A plane between two of its corners that lie across from each other, its sides going two ways. Null where a way has no
 * vanishing point yet, or no plane lies so.
 */
export function planeBetween(
  composition: Composition,
  corners: readonly [Point, Point],
  sides: readonly [PlaneSide, PlaneSide],
): Quad | null {
  const [a, c] = corners;
  const along = (from: Point, side: PlaneSide) => {
    if (side === 'upright') return lineThrough(from, { x: from.x, y: from.y - 1 });
    const point = vanishingPoint(linesGoing(composition, side), composition.canvas);
    return point && lineThrough(from, point);
  };
  const b = crossing(along(a, sides[0]), along(c, sides[1]));
  const d = crossing(along(a, sides[1]), along(c, sides[0]));
  if (!b || !d) return null;
  const quad = inOrder([a, b, c, d]);
  return isConvex(quad) ? quad : null;
}
