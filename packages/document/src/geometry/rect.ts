import { type Matrix, type Point, transform } from './matrix';

/** An upright rectangle: its upper left corner and its extent. */
export interface Rect {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

export function isEmpty(r: Rect): boolean {
  return r.width <= 0 || r.height <= 0;
}

/** What two rectangles have in common; empty (zero width or height) when they do not meet. */
export function intersectRects(a: Rect, b: Rect): Rect {
  const x = Math.max(a.x, b.x);
  const y = Math.max(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(0, Math.min(a.x + a.width, b.x + b.width) - x),
    height: Math.max(0, Math.min(a.y + a.height, b.y + b.height) - y),
  };
}

/** Whether a rectangle lies wholly inside another one. */
export function containsRect(outer: Rect, inner: Rect): boolean {
  return (
    inner.x >= outer.x &&
    inner.y >= outer.y &&
    inner.x + inner.width <= outer.x + outer.width &&
    inner.y + inner.height <= outer.y + outer.height
  );
}

/** The smallest rectangle that holds both; an empty one does not count. */
export function uniteRects(a: Rect, b: Rect): Rect {
  if (isEmpty(a)) return b;
  if (isEmpty(b)) return a;
  const x = Math.min(a.x, b.x);
  const y = Math.min(a.y, b.y);
  return {
    x,
    y,
    width: Math.max(a.x + a.width, b.x + b.width) - x,
    height: Math.max(a.y + a.height, b.y + b.height) - y,
  };
}

/** The rectangle grown by `margin` on every side. */
export function growRect(r: Rect, margin: number): Rect {
  return {
    x: r.x - margin,
    y: r.y - margin,
    width: r.width + 2 * margin,
    height: r.height + 2 * margin,
  };
}

/** The smallest rectangle with whole-number sides that holds `r`. */
export function roundOut(r: Rect): Rect {
  const x = Math.floor(r.x);
  const y = Math.floor(r.y);
  return { x, y, width: Math.ceil(r.x + r.width) - x, height: Math.ceil(r.y + r.height) - y };
}

/** The upright bounds of places; nothing of none. */
export function boundsOf(points: readonly Point[]): Rect {
  if (points.length === 0) return { x: 0, y: 0, width: 0, height: 0 };
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const x = Math.min(...xs);
  const y = Math.min(...ys);
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** The upright bounds of `r` after `m`. */
export function boundsAfter(m: Matrix, r: Rect): Rect {
  const corners = [
    transform(m, { x: r.x, y: r.y }),
    transform(m, { x: r.x + r.width, y: r.y }),
    transform(m, { x: r.x, y: r.y + r.height }),
    transform(m, { x: r.x + r.width, y: r.y + r.height }),
  ];
  return boundsOf(corners);
}
