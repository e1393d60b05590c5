import type { PixelReader } from '../pixels/pixel-reader';

/** So many things are remembered of what a reader gave: a few scenes, seen at a glance and close. */
const MOST = 8;

const known = new WeakMap<PixelReader, Map<string, unknown>>();

/**
 * What was worked out before from pixels of the same reader, or is now. Nothing is kept that was worked out while pixels
 * were missing.
 * @param key names all that it depends on
 */
export function remembered<T>(
  reader: PixelReader,
  key: readonly (string | undefined)[],
  make: (reader: PixelReader) => T,
): T {
  const all = known.get(reader) ?? new Map<string, unknown>();
  known.set(reader, all);
  const name = key.join('|');
  if (all.has(name)) {
    const found = all.get(name) as T;
    // The last used goes last.
    all.delete(name);
    all.set(name, found);
    return found;
  }
  let lacking = false;
  const made = make({
    level: (source, level) => reader.level(source, level),
    paintedTile: (hash) => reader.paintedTile(hash),
    lacks(what) {
      lacking = true;
      reader.lacks?.(what);
    },
  });
  if (lacking) return made;
  all.set(name, made);
  for (const oldest of all.keys()) {
    if (all.size <= MOST) break;
    all.delete(oldest);
  }
  return made;
}
