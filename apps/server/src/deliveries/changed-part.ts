import type { Rect } from '@diplex/document';
import { type RowsFile, stripsOf } from './rows-file';

/** The part in which two pictures of one size and kind differ, read strip by strip; null where they do not. */
export async function changedPart(before: RowsFile, after: RowsFile): Promise<Rect | null> {
  const line = after.width * after.channels;
  let [left, top, right, bottom] = [line, after.height, -1, -1];
  let y = 0;
  const olds = stripsOf(before);
  try {
    for await (const strip of stripsOf(after)) {
      const { value: old } = await olds.next();
      for (let at = 0; at < strip.length; at += line, y++) {
        let [first, last] = [-1, -1];
        for (let i = 0; i < line; i++) {
          if (strip[at + i] === (old as typeof strip)[at + i]) continue;
          if (first < 0) first = i;
          last = i;
        }
        if (first < 0) continue;
        [left, right] = [Math.min(left, first), Math.max(right, last)];
        [top, bottom] = [Math.min(top, y), y];
      }
    }
  } finally {
    await olds.return(undefined);
  }
  if (bottom < 0) return null;
  const [x, end] = [left, right].map((i) => Math.floor(i / after.channels)) as [number, number];
  return { x, y: top, width: end - x + 1, height: bottom - top + 1 };
}
