import type { OutlinePoint, Shape, ShapeContent } from '../composition';
import { type Point, rotation, transform } from './matrix';
import { growRect, type Rect, uniteRects } from './rect';

/** An ellipse is drawn by so many cubic curves: together they are off by a few millionths of its radius. */
const ARCS = 8;

/** How far the handles of an arc lie from its ends, for a radius of 1. */
function handleOf(angle: number): number {
  return (4 / 3) * Math.tan(angle / 4);
}

/** An arc of an ellipse as points with handles; the end of one is the start of the next. */
function arc(
  centre: Point,
  radius: { readonly x: number; readonly y: number },
  from: number,
  angle: number,
  count: number,
): OutlinePoint[] {
  const step = angle / count;
  const reach = handleOf(step);
  return Array.from({ length: count + 1 }, (_, i) => {
    const [c, s] = [Math.cos(from + i * step), Math.sin(from + i * step)];
    const place = (u: number, v: number) => ({
      x: centre.x + radius.x * u,
      y: centre.y + radius.y * v,
    });
    return {
      ...place(c, s),
      ...(i > 0 && { in: place(c + reach * s, s - reach * c) }),
      ...(i < count && { out: place(c - reach * s, s + reach * c) }),
    };
  });
}

function boxOutline({ x, y, width, height }: Rect, round: number): OutlinePoint[] {
  const radius = Math.max(0, Math.min(round, width / 2, height / 2));
  const corners = [
    { x: x + width - radius, y: y + radius, from: -Math.PI / 2 },
    { x: x + width - radius, y: y + height - radius, from: 0 },
    { x: x + radius, y: y + height - radius, from: Math.PI / 2 },
    { x: x + radius, y: y + radius, from: Math.PI },
  ];
  if (radius === 0) return corners.map((corner) => ({ x: corner.x, y: corner.y }));
  return corners.flatMap((corner) =>
    arc(corner, { x: radius, y: radius }, corner.from, Math.PI / 2, 2),
  );
}

/** A shape's closed paths, in the pixels of its layer. */
export function shapeLoops(shape: Shape): readonly (readonly OutlinePoint[])[] {
  if (shape.kind === 'curve') return [shape.points, ...(shape.further ?? [])];
  const { x, y, width, height, turn } = shape;
  const centre = { x: x + width / 2, y: y + height / 2 };
  const radius = { x: width / 2, y: height / 2 };
  const turned = (loop: readonly OutlinePoint[]) => {
    if (turn === 0) return loop;
    const [a, b, c, d] = rotation(turn);
    const move = (p: Point) =>
      transform([a, b, c, d, centre.x, centre.y], { x: p.x - centre.x, y: p.y - centre.y });
    return loop.map((point) => ({
      ...move(point),
      ...(point.in && { in: move(point.in) }),
      ...(point.out && { out: move(point.out) }),
    }));
  };
  if (shape.kind === 'box') return [turned(boxOutline({ x, y, width, height }, shape.radius))];
  if (shape.kind === 'oval') {
    const [first, ...rest] = arc(centre, radius, 0, 2 * Math.PI, ARCS);
    const last = rest.pop();
    return first && last ? [turned([{ ...last, ...first }, ...rest])] : [];
  }
  const corners = Array.from({ length: shape.sides }, (_, i) => {
    const angle = -Math.PI / 2 + (2 * Math.PI * i) / shape.sides;
    return { x: centre.x + radius.x * Math.cos(angle), y: centre.y + radius.y * Math.sin(angle) };
  });
  return [turned(corners)];
}

/** How far a stroke goes beyond the edge of the shapes. */
export function strokeBeyond({ stroke }: Pick<ShapeContent, 'stroke'>): number {
  if (!stroke) return 0;
  return { inside: 0, middle: stroke.width / 2, outside: stroke.width }[stroke.place];
}

/** The upright bounds of a shape. */
export function shapeBounds(shape: Shape): Rect {
  // A curve lies within its points and handles.
  const points = shapeLoops(shape)
    .flat()
    .flatMap((point) => [point, point.in ?? point, point.out ?? point]);
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const [x, y] = [Math.min(...xs), Math.min(...ys)];
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/** The upright bounds of all that shapes may cover, with their stroke. */
export function shapesBounds(content: ShapeContent): Rect {
  const bounds = content.shapes
    .filter(({ rule }) => rule === 'unite' || rule === 'exclude')
    .map(shapeBounds)
    .reduce(uniteRects, { x: 0, y: 0, width: 0, height: 0 });
  return growRect(bounds, strokeBeyond(content));
}
