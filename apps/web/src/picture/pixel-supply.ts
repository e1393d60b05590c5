import { levelCount, levelSize, type NeededPixels } from '@diplex/core';
import { allocateBytes, type Engine } from '@diplex/engine';
import { wordsOf } from '../link/problem';
import type { Source } from '../link/server';
import { server } from '../link/server';

/** How many pictures' samples are fetched at the same time. */
const AT_ONCE = 4;

/** How long to leave alone what could not be fetched. */
const RETRY_MS = 4000;

/** How long arrivals are gathered before they are told of. */
const GATHERING_MS = 40;

/**
 * Brings pixels from the server to the workers: the coarsest level of a source first, so that there
 * is something to see, then the level that the view needs.
 */
export class PixelSupply {
  private readonly asked = new Set<string>();
  private readonly line: (() => Promise<void>)[] = [];
  private running = 0;

  private generation = 0;
  private telling: ReturnType<typeof setTimeout> | null = null;
  private readonly listeners = new Set<() => void>();

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
  listen(onArrive: () => void): () => void {
    this.listeners.add(onArrive);
    return () => this.listeners.delete(onArrive);
  }

  /** Lets go of all pixels, for another composition. What is still on its way is not kept. */
  forget(): void {
    this.generation++;
    this.asked.clear();
    this.line.length = 0;
    this.engine.tell({ type: 'forget' });
  }

  /** Pixels often come in crowds, and every telling has the picture drawn again. */
  private arrived(): void {
    this.telling ??= setTimeout(() => {
      this.telling = null;
      for (const listener of this.listeners) listener();
    }, GATHERING_MS);
  }

  /** Whether everything that was asked for has arrived. */
  get idle(): boolean {
    return this.running === 0 && this.line.length === 0 && this.telling === null;
  }

  ensure(needed: NeededPixels): void {
    for (const { source, level } of needed.levels) {
      const known = this.sourceOf(source);
      if (!known) continue;
      const coarsest = levelCount(known.width, known.height) - 1;
      this.askLevel(known, coarsest);
      this.askLevel(known, level);
    }
    for (const hash of needed.tiles) this.ask(hash, () => this.fetchTile(hash));
  }

  /** Tiles that were painted here need not be fetched. */
  has(hash: string): void {
    this.asked.add(hash);
  }

  private askLevel(source: Source, level: number): void {
    this.ask(`${source.hash}/${level}`, () => this.fetchLevel(source, level));
  }

  private ask(key: string, work: () => Promise<void>): void {
    if (this.asked.has(key)) return;
    this.asked.add(key);
    this.line.push(() =>
      work().catch((error: unknown) => {
        this.onProblem(wordsOf(error));
        // It is tried again when it is next needed, but not at once.
        setTimeout(() => {
          this.asked.delete(key);
          this.arrived();
        }, RETRY_MS);
      }),
    );
    this.advance();
  }

  private advance(): void {
    while (this.running < AT_ONCE) {
      const next = this.line.shift();
      if (!next) return;
      this.running++;
      next().finally(() => {
        this.running--;
        this.arrived();
        this.advance();
      });
    }
  }

  private async fetchLevel(source: Source, level: number): Promise<void> {
    const { generation } = this;
    const { width, height } = levelSize(source.width, source.height, level);
    const memory = allocateBytes(width * height * source.channels * (source.bits / 8));
    const bytes = new Uint8Array(memory);
    const response = await server.level(source.hash, level);
    const reader = response.body?.getReader();
    let at = 0;
    for (let read = await reader?.read(); read && !read.done; read = await reader?.read()) {
      bytes.set(read.value, at);
      at += read.value.length;
    }
    if (at !== bytes.length) throw new Error(`${source.name} did not arrive whole.`);
    if (generation !== this.generation) return;
    const data = source.bits === 16 ? new Uint16Array(memory) : bytes;
    const pixels = { width, height, channels: source.channels, data };
    this.engine.tell({ type: 'level', source: source.hash, level, pixels });
  }

  private async fetchTile(hash: string): Promise<void> {
    const png = await server.blob(hash);
    const pairs = await this.engine.run('decode-tile', { png }, { priority: 50 });
    this.engine.tell({ type: 'tile', hash, pairs });
  }
}
