import { useCompare } from '../bench/compare-store';
import { useComposition } from '../bench/composition-store';

/** While an amount is dragged what shows is read at most so often, in milliseconds. */
const PAUSE = 120;

/**
 * Reads now and again whenever what shows, or what it is compared with, changes: one reading at a time, and while changes
 * go on as often as the pause lets it. What cannot be read is after the next change.
 * @param read is told when the first change was made that it reads, as of performance.now
 * @param pause in milliseconds
 * @returns a way to end it
 */
export function followShown(
  read: (since: number) => Promise<void>,
  pause: number = PAUSE,
): () => void {
  let timer: ReturnType<typeof setTimeout> | undefined;
  let reading = false;
  let again = false;
  let ended = false;
  let changed: number | null = null;
  const later = () => {
    if (ended) return;
    changed ??= performance.now();
    if (reading) {
      again = true;
      return;
    }
    // A change that follows at once does not put the reading off.
    timer ??= setTimeout(start, pause);
  };
  const start = async () => {
    timer = undefined;
    reading = true;
    again = false;
    const since = changed ?? performance.now();
    changed = null;
    await read(since).catch(() => undefined);
    reading = false;
    if (again) later();
  };
  later();
  const ends = [useComposition.subscribe(later), useCompare.subscribe(later)];
  return () => {
    ended = true;
    clearTimeout(timer);
    for (const end of ends) end();
  };
}
