import { type Matrix, type Point, type ShapePart, transform } from '@diplex/document';

/** How far, in output pixels, a polygon may stay inside the ellipse it stands for. */
const FLATNESS = 0.005;

const CORNERS = [
  [0, 0],
  [1, 0],
  [1, 1],
  [0, 1],
] as const;

/** The closed polygon of a drawn part in output pixels; `toOutput` takes mask pixels there. */
export function partOutline(part: ShapePart, toOutput: Matrix): Point[] {
  if (part.kind === 'outline') return part.points.map((point) => transform(toOutput, point));
  const { x, y, width, height } = part;
  if (part.kind === 'box') {
    return CORNERS.map(([u, v]) => transform(toOutput, { x: x + u * width, y: y + v * height }));
  }
  const growth = Math.max(
    Math.hypot(toOutput[0], toOutput[1]),
    Math.hypot(toOutput[2], toOutput[3]),
  );
  const radius = (Math.max(width, height) / 2) * growth;
  const corners = Math.max(16, Math.ceil(Math.PI / Math.acos(1 - FLATNESS / Math.max(1, radius))));
  return Array.from({ length: corners }, (_, i) => {
    const angle = (2 * Math.PI * i) / corners;
    return transform(toOutput, {
      x: x + (width / 2) * (1 + Math.cos(angle)),
      y: y + (height / 2) * (1 + Math.sin(angle)),
    });
  });
}
