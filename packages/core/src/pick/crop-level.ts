import { intersectRects, type Rect } from '@diplex/document';
import type { SourceLevel } from '../pixels/source-level';

/** The part of a level that lies in a rectangle of whole pixels; smaller where that reaches beyond it. */
export function cropLevel(level: SourceLevel, part: Rect): SourceLevel & Pick<Rect, 'x' | 'y'> {
  const { width, data, channels } = level;
  const rect = intersectRects(part, { x: 0, y: 0, width, height: level.height });
  const rows = rect.width * channels;
  const Samples = data.constructor as new (length: number) => typeof data;
  const cropped = new Samples(rows * rect.height);
  for (let y = 0; y < rect.height; y++) {
    const from = ((rect.y + y) * width + rect.x) * channels;
    cropped.set(data.subarray(from, from + rows), y * rows);
  }
  return { ...level, ...rect, data: cropped };
}
