import type { PhotoContent, Rect } from '@diplex/document';
import type { FoundLevel, PixelReader } from './pixel-reader';
import { levelCount } from './source-level';
import { covers } from './tiled-level';

/**
 * The wanted level of a photograph if what is looked at of it is all there, else the nearest coarser one that is,
 * else a finer one; null where none is.
 * @param looksAt what is looked at of a level
 */
export function findLevel(
  { source, size }: PhotoContent,
  wanted: number,
  reader: PixelReader,
  looksAt: (level: number) => Rect,
): FoundLevel | null {
  const count = levelCount(size.width, size.height);
  const order = Array.from({ length: count }, (_, i) =>
    i < count - wanted ? wanted + i : count - 1 - i,
  );
  for (const level of order) {
    const pixels = reader.level(source, level);
    if (!pixels || !covers(pixels, looksAt(level))) continue;
    if (level !== wanted) reader.lacks?.(source);
    return { level, pixels };
  }
  reader.lacks?.(source);
  return null;
}
