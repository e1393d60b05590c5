import { levelCount } from '@diplex/core';
import { create } from 'zustand';
import { pageEngine } from '../bench/engine';
import { useShelf } from '../bench/shelf-store';
import { pickSeat } from '../picks/run-pick';
import { bringLevels } from './whole-levels';

/** Photographs of one scene at several exposures, the darkest first. */
export interface FoundBracket {
  readonly hashes: readonly string[];
  /** By how many stops each is lighter than the first. */
  readonly stops: readonly number[];
}

interface Brackets {
  readonly found: readonly FoundBracket[];
  /** The photographs that were looked at. */
  readonly seen: string;
  /** Looks for brackets on the shelf; what is stopped is looked for the next time. */
  look(signal: AbortSignal): Promise<void>;
}

/** Only photographs of one size can be of one scene. */
function sizeOf({ width, height }: { readonly width: number; readonly height: number }): string {
  return `${width} ${height}`;
}

/** The brackets on the shelf, as they were found. */
export const useBrackets = create<Brackets>((set, get) => ({
  found: [],
  seen: '',
  async look(signal) {
    const { sources } = useShelf.getState();
    const seen = sources.map(({ hash }) => hash).join();
    if (seen === get().seen) return;
    set({ seen });
    const counts = new Map<string, number>();
    for (const each of sources) counts.set(sizeOf(each), (counts.get(sizeOf(each)) ?? 0) + 1);
    const likely = sources.filter((each) => (counts.get(sizeOf(each)) ?? 0) > 1);
    const letGo = await Promise.all(
      likely.map((each) => bringLevels([each], levelCount(each.width, each.height) - 1)),
    );
    try {
      const asked = likely.map(({ hash, width, height, takenAt, exposure }) => ({
        ...{ id: hash, width, height, takenAt, exposure },
        level: levelCount(width, height) - 1,
      }));
      const options = { ...pickSeat(), signal };
      const found = await pageEngine().run('find-brackets', { sources: asked }, options);
      if (get().seen !== seen) return;
      set({ found: found.map(({ ids, stops }) => ({ hashes: ids, stops })) });
    } catch (error) {
      if (get().seen === seen) set({ seen: '' });
      throw error;
    } finally {
      for (const each of letGo) each();
    }
  },
}));
