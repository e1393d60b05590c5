import type { Point } from '@diplex/document';

/** A stroke that says what belongs to the thing and what does not. In mask pixels. */
export interface MarkStroke {
  /** As MARK says. */
  readonly mark: number;
  readonly radius: number;
  readonly points: readonly Point[];
}

/** Draws strokes into the marks of a level, later ones over earlier ones. */
export function drawStrokes(
  strokes: readonly MarkStroke[],
  marks: Uint8Array,
  width: number,
  height: number,
  level: number,
): void {
  const scale = 1 / 2 ** level;
  for (const { mark, radius, points } of strokes) {
    const reach = Math.max(0.5, radius * scale);
    points.forEach((to, i) => {
      const from = points[i - 1] ?? to;
      drawCapsule(marks, width, height, mark, reach, [
        ...[from.x * scale, from.y * scale, to.x * scale, to.y * scale],
      ]);
    });
  }
}

/** All pixels whose centre lies within `reach` of the line between two points. */
function drawCapsule(
  marks: Uint8Array,
  width: number,
  height: number,
  mark: number,
  reach: number,
  [x0, y0, x1, y1]: readonly number[],
): void {
  const [ax, ay, bx, by] = [x0 as number, y0 as number, x1 as number, y1 as number];
  const [dx, dy] = [bx - ax, by - ay];
  const long = dx * dx + dy * dy || 1;
  const top = Math.max(0, Math.floor(Math.min(ay, by) - reach));
  const bottom = Math.min(height - 1, Math.ceil(Math.max(ay, by) + reach));
  const left = Math.max(0, Math.floor(Math.min(ax, bx) - reach));
  const right = Math.min(width - 1, Math.ceil(Math.max(ax, bx) + reach));
  for (let y = top; y <= bottom; y++) {
    for (let x = left; x <= right; x++) {
      const [px, py] = [x + 0.5 - ax, y + 0.5 - ay];
      const along = Math.max(0, Math.min(1, (px * dx + py * dy) / long));
      const [ex, ey] = [px - along * dx, py - along * dy];
      if (ex * ex + ey * ey <= reach * reach) marks[y * width + x] = mark;
    }
  }
}
