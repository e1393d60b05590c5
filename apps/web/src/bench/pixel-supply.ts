import { isLive, type Leaves, levelCount, levelSize, type SourceTile } from '@diplex/core';
import { PAINTED_TILE_SIZE } from '@diplex/document';
import type { Engine, Held } from '@diplex/engine';
import { wordsOf } from '../link/problem';
import type { Source } from '../link/server';
import { server } from '../link/server';
import { blobWaits } from './blob-uploads';

/** How many tiles are fetched at the same time. */
const AT_ONCE = 6;

/** How long to leave alone what could not be fetched. */
const RETRY_MS = 4000;

/** How long arrivals are gathered before they are told of. */
const GATHERING_MS = 30;

/** Tiles that are not needed now are kept up to so many bytes of each kind. */
const KEPT_BYTES = { source: 448 * 2 ** 20, painted: 128 * 2 ** 20 };

type Kind = keyof typeof KEPT_BYTES;

/** What has come since the last telling. */
export interface Arrivals {
  /** The names of all tiles, of sources and painted ones. */
  readonly names: ReadonlySet<string>;
  /** The sources whose coarsest level is among them. */
  readonly coarsest: ReadonlySet<string>;
  /** Whether painted tiles are. */
  readonly painted: boolean;
}

/** The names under which tiles are known here. */
export function namesIn({ sources, painted }: Leaves): string[] {
  return [...sources.map(nameOf), ...painted.filter((hash) => !isLive(hash))];
}

function noArrivals(): { names: Set<string>; coarsest: Set<string>; painted: boolean } {
  return { names: new Set(), coarsest: new Set(), painted: false };
}

interface Kept {
  readonly held: Held;
  readonly tile: SourceTile | null;
}

/**
 * Brings pixels from the server to the workers, tile by tile: the coarsest level of a source first,
 * so that there is something to see, then what the view needs, then what lies around it.
 */
export class PixelSupply {
  /** By name: what is with the workers, those used least recently first. */
  private readonly kept: Readonly<Record<Kind, Map<string, Kept>>> = {
    source: new Map(),
    painted: new Map(),
  };
  private readonly bytes: Record<Kind, number> = { source: 0, painted: 0 };
  /** What must not go now. */
  private readonly needed: Record<Kind, ReadonlySet<string>> = {
    source: new Set(),
    painted: new Set(),
  };
  private readonly asked = new Set<string>();
  /** What is still to be fetched for the view, and then for what lies around it. */
  private urgent = new Map<string, () => Promise<void>>();
  /** What computations wait for, whatever is in view, and what must stay for them. */
  private readonly brought = new Map<string, () => Promise<void>>();
  private readonly pinned = new Map<string, number>();
  private readonly failures = new Set<(name: string, error: unknown) => void>();
  private later = new Map<string, () => Promise<void>>();
  private running = 0;

  private generation = 0;
  private telling: ReturnType<typeof setTimeout> | null = null;
  private arrivals = noArrivals();
  private readonly listeners = new Set<(arrivals: Arrivals) => void>();

  /**
   * @param sourceOf what the shelf knows of a source
   * @param onProblem called with words when pixels cannot be had
   */
  constructor(
    private readonly engine: Engine,
    private readonly sourceOf: (hash: string) => Source | undefined,
    private readonly onProblem: (words: string) => void,
  ) {}

  /** Calls `onArrive` whenever new pixels are with the workers. Returns a way to end that. */
  listen(onArrive: (arrivals: Arrivals) => void): () => void {
    this.listeners.add(onArrive);
    return () => this.listeners.delete(onArrive);
  }

  /** Lets go of all pixels, for another composition. What is still on its way is not kept. */
  forget(): void {
    this.generation++;
    this.asked.clear();
    this.urgent.clear();
    this.brought.clear();
    this.later.clear();
    for (const fail of this.failures) fail('', new Error('The composition was left.'));
    this.engine.tell({ type: 'forget' });
    const all = (['source', 'painted'] as const).flatMap((kind) => {
      const gone = [...this.kept[kind].values()].map(({ held }) => held);
      this.kept[kind].clear();
      this.bytes[kind] = 0;
      return gone;
    });
    void this.engine.retire(all);
  }

  /** Whether everything that the view needs has arrived. */
  get idle(): boolean {
    return this.running === 0 && this.urgent.size === 0 && this.telling === null;
  }

  /** Whether a tile is with the workers, by its name. */
  has(name: string): boolean {
    return this.kept.source.has(name) || this.kept.painted.has(name);
  }

  /** Fetches what the view needs; what was wanted before and is not begun is left. */
  show(view: Leaves, around: Leaves): void {
    this.urgent.clear();
    this.later.clear();
    this.needed.source = new Set(view.sources.map(nameOf));
    this.needed.painted = new Set(view.painted);
    for (const { source } of view.sources) this.askCoarsest(source);
    for (const tile of view.sources) this.askTile(tile, this.urgent);
    for (const hash of view.painted) this.askPainted(hash, this.urgent);
    for (const tile of around.sources) this.askTile(tile, this.later);
    for (const hash of around.painted) this.askPainted(hash, this.later);
    this.advance();
  }

  /**
   * Brings tiles of sources, and painted ones, that a computation needs. Resolves when all of them are
   * with the workers, with a way to let them go again; until then they stay.
   */
  async bring(
    tiles: readonly SourceTile[],
    tileNames: readonly string[] = [],
  ): Promise<() => void> {
    // Tiles of a stroke under way are with the workers already.
    const painted = tileNames.filter((hash) => !isLive(hash));
    // Nobody could say when such a tile would come.
    if (tiles.some(({ source }) => !this.sourceOf(source))) {
      throw new Error(
        'A photograph that is needed is not on the shelf. Open Gather and look for it.',
      );
    }
    const names = new Set([...tiles.map(nameOf), ...painted]);
    const pin = (by: number) => {
      for (const name of names) {
        const count = (this.pinned.get(name) ?? 0) + by;
        if (count > 0) this.pinned.set(name, count);
        else this.pinned.delete(name);
      }
    };
    pin(1);
    try {
      await this.arrival(names, () => {
        for (const tile of tiles) this.askTile(tile, this.brought);
        for (const hash of painted) this.askPainted(hash, this.brought);
        this.advance();
      });
    } catch (error) {
      pin(-1);
      throw error;
    }
    return () => pin(-1);
  }

  /** Resolves when all of these are here; rejects when one of them cannot be had. */
  private arrival(names: ReadonlySet<string>, ask: () => void): Promise<void> {
    return new Promise((resolve, reject) => {
      const done = () => {
        const { source, painted } = this.kept;
        if (![...names].every((name) => source.has(name) || painted.has(name))) return ask();
        end();
        resolve();
      };
      const fail = (name: string, error: unknown) => {
        if (name !== '' && !names.has(name)) return;
        end();
        reject(error);
      };
      const stop = this.listen(done);
      this.failures.add(fail);
      const end = () => {
        stop();
        this.failures.delete(fail);
      };
      done();
    });
  }

  /**
   * Takes over a tile that was painted here, under its final name. False when the very same tile is
   * kept already (large strokes have many alike): its memory stays with the stroke, which may still
   * be drawn from it.
   */
  keepPainted(hash: string, held: Held<Uint16Array>): boolean {
    if (this.kept.painted.has(hash)) return false;
    this.engine.tell({ type: 'tile', hash, pairs: held.samples });
    this.keep('painted', hash, { held, tile: null });
    return true;
  }

  private askCoarsest(source: string): void {
    const known = this.sourceOf(source);
    if (!known) return;
    const level = levelCount(known.width, known.height) - 1;
    this.askTile({ source, level, column: 0, row: 0 }, this.urgent);
  }

  private askTile(tile: SourceTile, line: Map<string, () => Promise<void>>): void {
    this.ask('source', nameOf(tile), line, () => this.fetchTile(tile));
  }

  private askPainted(hash: string, line: Map<string, () => Promise<void>>): void {
    // Tiles of a stroke under way are with the workers already.
    if (isLive(hash)) return;
    this.ask('painted', hash, line, () => this.fetchPainted(hash));
  }

  private ask(
    kind: Kind,
    name: string,
    line: Map<string, () => Promise<void>>,
    work: () => Promise<void>,
  ): void {
    const known = this.kept[kind].get(name);
    if (known) {
      this.kept[kind].delete(name);
      this.kept[kind].set(name, known);
    } else if (!this.asked.has(name) && !this.urgent.has(name)) {
      this.brought.delete(name);
      line.set(name, work);
    }
  }

  private advance(): void {
    while (this.running < AT_ONCE) {
      const line = [this.urgent, this.brought].find(({ size }) => size > 0) ?? this.later;
      const [next] = line;
      if (!next) return;
      const [name, work] = next;
      line.delete(name);
      this.asked.add(name);
      this.running++;
      const { generation } = this;
      work()
        .then(() => this.asked.delete(name))
        .catch((error: unknown) => {
          if (generation !== this.generation) return;
          for (const fail of this.failures) fail(name, error);
          this.onProblem(wordsOf(error));
          // It is tried again when it is next needed, but not at once.
          setTimeout(() => {
            this.asked.delete(name);
            this.tellSoon();
          }, RETRY_MS);
        })
        .finally(() => {
          this.running--;
          this.tellSoon();
          this.advance();
        });
    }
  }

  /** Pixels often come in crowds, and every telling has some of the picture drawn again. */
  private tellSoon(): void {
    this.telling ??= setTimeout(() => {
      this.telling = null;
      const { arrivals } = this;
      this.arrivals = noArrivals();
      for (const listener of this.listeners) listener(arrivals);
    }, GATHERING_MS);
  }

  private async fetchTile(tile: SourceTile): Promise<void> {
    const { generation } = this;
    const source = this.sourceOf(tile.source);
    if (!source) return;
    const { channels, bits } = source;
    const response = await server.tile(tile);
    const length = Number(response.headers.get('Content-Length'));
    const { memory } = this.engine;
    const held = bits === 16 ? memory.words(length / 2) : memory.bytes(length);
    try {
      await readInto(
        response,
        new Uint8Array(held.samples.buffer, held.samples.byteOffset, length),
      );
    } catch (error) {
      memory.release(held);
      throw new Error(`${source.name} did not arrive whole. ${wordsOf(error)}`);
    }
    if (generation !== this.generation) return memory.release(held);
    const facts = { ...levelSize(source.width, source.height, tile.level), channels, bits };
    this.engine.tell({ type: 'source-tile', tile, facts, samples: held.samples });
    this.arrivals.names.add(nameOf(tile));
    if (tile.level === levelCount(source.width, source.height) - 1) {
      this.arrivals.coarsest.add(tile.source);
    }
    this.keep('source', nameOf(tile), { held, tile });
  }

  private async fetchPainted(hash: string): Promise<void> {
    const { generation, engine } = this;
    const png = await server.blob(hash);
    const held = engine.memory.words(PAINTED_TILE_SIZE ** 2 * 2);
    try {
      const ask = { png, into: held.samples };
      const pairs = await engine.run('decode-tile', ask, { priority: 50 });
      if (generation !== this.generation) return engine.memory.release(held);
      const own = engine.memory.shared ? held : { ...held, samples: pairs };
      engine.tell({ type: 'tile', hash, pairs: own.samples });
      this.arrivals.names.add(hash);
      this.arrivals.painted = true;
      this.keep('painted', hash, { held: own, tile: null });
    } catch (error) {
      engine.memory.release(held);
      throw error;
    }
  }

  private keep(kind: Kind, name: string, kept: Kept): void {
    this.kept[kind].set(name, kept);
    this.bytes[kind] += kept.held.samples.byteLength;
    const gone: Kept[] = [];
    const names: string[] = [];
    for (const [oldest, each] of this.kept[kind]) {
      if (this.bytes[kind] <= KEPT_BYTES[kind]) break;
      if (oldest === name || this.needed[kind].has(oldest) || blobWaits(oldest)) continue;
      if (this.pinned.has(oldest)) continue;
      this.kept[kind].delete(oldest);
      this.bytes[kind] -= each.held.samples.byteLength;
      gone.push(each);
      names.push(oldest);
    }
    if (gone.length === 0) return;
    if (kind === 'painted') this.engine.tell({ type: 'drop-tiles', hashes: names });
    else {
      const tiles = gone.flatMap(({ tile }) => (tile ? [tile] : []));
      this.engine.tell({ type: 'drop-source-tiles', tiles });
    }
    void this.engine.retire(gone.map(({ held }) => held));
  }
}

function nameOf({ source, level, column, row }: SourceTile): string {
  return `${source}/${level}/${column},${row}`;
}

/** Reads a whole answer into memory of just that length. */
async function readInto(response: Response, bytes: Uint8Array): Promise<void> {
  const reader = response.body?.getReader();
  let at = 0;
  for (let read = await reader?.read(); read && !read.done; read = await reader?.read()) {
    bytes.set(read.value, at);
    at += read.value.length;
  }
  if (at !== bytes.length) throw new Error('It was cut short.');
}
