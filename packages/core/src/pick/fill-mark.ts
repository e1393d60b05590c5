import type { Point } from '@diplex/document';

/**
 * Gives a mark to everything around a place that strokes do not part from it. A place that has a mark
 * already stays.
 * @param at in mask pixels; `marks` is of a level
 */
export function fillMark(
  marks: Uint8Array,
  width: number,
  height: number,
  mark: number,
  at: Point,
  level: number,
): void {
  const x = Math.floor(at.x / 2 ** level);
  const y = Math.floor(at.y / 2 ** level);
  if (x < 0 || y < 0 || x >= width || y >= height || marks[y * width + x] !== 0) return;
  const line = new Int32Array(marks.length);
  let end = 0;
  const put = (p: number) => {
    if (marks[p] !== 0) return;
    marks[p] = mark;
    line[end++] = p;
  };
  put(y * width + x);
  for (let i = 0; i < end; i++) {
    const p = line[i] as number;
    const column = p % width;
    if (column > 0) put(p - 1);
    if (column < width - 1) put(p + 1);
    if (p >= width) put(p - width);
    if (p + width < marks.length) put(p + width);
  }
}
