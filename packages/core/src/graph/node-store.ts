import { containsRect, type Rect } from '@diplex/document';
import type { Channels, Image } from './node';

/** Memory for so many floats, until it is let go; null when there is none left. */
export type AllocateFloats = (
  count: number,
) => { readonly data: Float32Array; readonly release: () => void } | null;

interface Entry {
  readonly name: string;
  readonly rect: Rect;
  readonly image: Image | null;
  readonly release: () => void;
  /** How dear it is to draw again, for the room that it takes, in milliseconds per megabyte. */
  readonly worth: number;
  /** What it is kept by: its worth, on top of what was let go before it was last looked at. */
  rank: number;
  /** The rendering in which it was last looked at. */
  seen: number;
}

/** So many names are kept at most: those for which nothing was drawn take no memory, but room in the list. */
const MOST_ENTRIES = 20_000;

/** What a node draws nothing for takes no room. */
const NO_MEMORY = { data: new Float32Array(0), release: () => undefined };

/** Gives plain memory, up to a budget in bytes. */
export function plainFloats(budget: number): AllocateFloats {
  let used = 0;
  return (count) => {
    if (used + count * 4 > budget) return null;
    used += count * 4;
    const release = () => {
      used -= count * 4;
    };
    return { data: new Float32Array(count), release };
  };
}

/**
 * Keeps what was drawn of nodes, found by their keys, until the memory is needed for something dearer:
 * what is cheap to draw again for the room that it takes goes first, and what nobody looked at for
 * long gets cheap (GreedyDual-Size, Cao and Irani 1997).
 */
export class NodeStore {
  private readonly entries = new Map<string, Entry[]>();
  private rendering = 0;
  private floor = 0;

  constructor(private readonly allocate: AllocateFloats) {}

  /** A rendering begins: what it looks at stays until the next one. */
  begin(): void {
    this.rendering++;
    if (this.entries.size > MOST_ENTRIES) this.clear();
  }

  /** What is kept of a node and holds `rect`. */
  find(
    key: string,
    scale: number,
    rect: Rect,
  ): { readonly image: Image | null; readonly rect: Rect } | undefined {
    const found = this.entries
      .get(nameOf(key, scale))
      ?.find((each) => containsRect(each.rect, rect));
    if (!found) return undefined;
    found.rank = this.floor + found.worth;
    found.seen = this.rendering;
    return found;
  }

  /**
   * Keeps a copy of an image that took `cost` milliseconds. Gives the copy, which must not be
   * changed; undefined when there is no room.
   */
  keep(
    key: string,
    scale: number,
    rect: Rect,
    channels: Channels,
    image: Image | null,
    cost: number,
  ): Image | null | undefined {
    const count = image ? rect.width * rect.height * channels : 0;
    const memory = count === 0 ? NO_MEMORY : this.room(count);
    if (!memory) return undefined;
    if (image) memory.data.set(image.data);
    const name = nameOf(key, scale);
    const worth = cost / Math.max(1e-3, (count * 4) / 2 ** 20);
    const kept = image && { width: rect.width, height: rect.height, data: memory.data };
    const entry: Entry = {
      ...{ name, rect, image: kept, release: memory.release, worth },
      ...{ rank: this.floor + worth, seen: this.rendering },
    };
    this.entries.set(name, [...(this.entries.get(name) ?? []), entry]);
    return kept;
  }

  clear(): void {
    for (const list of this.entries.values()) for (const entry of list) entry.release();
    this.entries.clear();
    this.floor = 0;
  }

  private room(count: number): ReturnType<AllocateFloats> {
    for (;;) {
      const memory = this.allocate(count);
      if (memory) return memory;
      if (!this.letGo()) return null;
    }
  }

  /** Lets go of what is worth least; false when all of it is being looked at. */
  private letGo(): boolean {
    let least: Entry | null = null;
    for (const list of this.entries.values()) {
      for (const entry of list) {
        if (entry.seen === this.rendering || !entry.image) continue;
        if (!least || entry.rank < least.rank) least = entry;
      }
    }
    if (!least) return false;
    this.floor = least.rank;
    least.release();
    const rest = (this.entries.get(least.name) ?? []).filter((entry) => entry !== least);
    if (rest.length > 0) this.entries.set(least.name, rest);
    else this.entries.delete(least.name);
    return true;
  }
}

function nameOf(key: string, scale: number): string {
  return `${key}@${scale}`;
}
