import {
  type Brush,
  liveTile,
  type SourceTile,
  type StrokePoint,
  tilesReached,
  tilesUnder,
} from '@diplex/core';
import {
  AREA_ID,
  type Composition,
  isEmpty,
  newId,
  PAINTED_TILE_SIZE,
  type PickedFrom,
  type Rect,
} from '@diplex/document';
import { type Held, JobCancelled, type StrokeMemory } from '@diplex/engine';
import { sendBlob } from '../../bench/blob-uploads';
import { useComposition } from '../../bench/composition-store';
import { compositionKey, pageEngine, pageSupply } from '../../bench/engine';
import { useHand } from '../../bench/hand-store';
import { useJobs } from '../../bench/job-store';
import type { MaskInHand } from '../../bench/mask-in-hand';
import { tellProblem } from '../../bench/notice-store';
import { useShelf } from '../../bench/shelf-store';
import { bringGround, levelOf, pickPlace } from '../../picks/run-pick';
import { currentScreen } from '../../picture/current-screen';
import type { StrokeGoal } from './stroke-goal';

/** Strokes go before everything else that the workers do. */
const STROKE = { priority: 1000, onFirst: true } as const;

/** What is on the screen goes before keeping what was painted. */
const KEEPING = 5;

/** What the workers gather colours from: see the workers' own. */
const SIDES_PIXELS = 1_500_000;

/** A stroke over more tiles than this shows its progress while it is kept. */
const MANY_TILES = 24;

/** The live tiles of the last stroke, and memory that goes with them. */
let leftover: { names: string[]; memories: Held[] } = { names: [], memories: [] };

/** Memory for one tile of a stroke. */
interface TileMemory {
  readonly pairs: Held<Uint16Array>;
  readonly stroke: Held<Uint16Array>;
}

/** A stroke under way: what it paints into, and what is known of its tiles. */
export class RunningStroke {
  readonly id = newId();
  /** The names of the tiles that the stroke has touched so far, by `column,row`. */
  private readonly live = new Map<string, string>();
  private readonly memory = new Map<string, TileMemory>();
  private waiting: StrokePoint[] = [];
  /** When the first of them came. */
  private since: number | null = null;
  private last: StrokePoint | null = null;
  private line: Promise<void>;
  /** How far the stroke is shown to reach. */
  private reach = 0;
  private pumping = false;
  private cancelled = false;

  constructor(
    readonly target: MaskInHand,
    private readonly goal: StrokeGoal,
    private readonly brush: Brush,
  ) {
    this.line = this.start();
  }

  private async start(): Promise<void> {
    const { tiles, part } = this.goal;
    const ask = { stroke: this.id, brush: this.brush, tiles, extent: this.extent };
    const from = useHand.getState().pickedFrom;
    const letGo = await this.bringPixels(from);
    try {
      // The workers need not know of the composition for a plain stroke.
      const { stick, edge, work } = this.brush;
      const looks = stick || edge || work;
      const place = looks && { ...pickPlace(this.target.layer.id), from, part: part ?? '' };
      const limitedBy = areaOver(this.target);
      const begin = {
        ...{ ...ask, toComposition: this.target.matrix },
        ...(place && { place }),
        ...(limitedBy !== null && { limitedBy }),
        ...(this.goal.push && { push: this.goal.push }),
      };
      await pageEngine().run('stroke-begin', begin, STROKE);
    } finally {
      for (const each of letGo) each();
    }
  }

  /** What a brush looks at that is more than round: colours under it, the picture of its tip. */
  private bringPixels(from: PickedFrom): Promise<(() => void)[]> {
    const { stick, tip, work } = this.brush;
    const wanted: Promise<() => void>[] = [];
    const { layer, size } = this.target;
    const level = levelOf(size, SIDES_PIXELS);
    if (stick || work) wanted.push(bringGround(layer, from, level > 0 ? [0, level] : [0]));
    if (tip) wanted.push(pageSupply().bring(sourceTiles(tip.source)));
    return Promise.all(wanted);
  }

  private get extent(): Rect {
    return this.goal.extent ?? { x: 0, y: 0, ...this.target.size };
  }

  extend(points: readonly StrokePoint[]): void {
    this.waiting.push(...points);
    this.since ??= performance.now();
    if (this.pumping) return;
    this.pumping = true;
    this.line = this.line.then(() => this.pump());
  }

  /** Hands over what gathered since the last time, until nothing more waits. */
  private async pump(): Promise<void> {
    while (this.waiting.length > 0) {
      const points = this.waiting;
      const { since } = this;
      this.waiting = [];
      this.since = null;
      const ask = { stroke: this.id, points, memory: this.memoryFor(points) };
      const { changed, tiles, reach } = await pageEngine().run('stroke-extend', ask, STROKE);
      if (this.cancelled) break;
      this.showTouched(tiles, reach);
      if (!isEmpty(changed)) currentScreen()?.painted(this.id, changed, since);
    }
    this.pumping = false;
  }

  /** Memory for the tiles that the points may reach first; a worker alone has its own. */
  private memoryFor(points: readonly StrokePoint[]): Record<string, StrokeMemory> {
    const { memory } = pageEngine();
    const given: Record<string, StrokeMemory> = {};
    if (!memory.shared) return given;
    const path = this.last ? [this.last, ...points] : points;
    this.last = points.at(-1) ?? this.last;
    const samples = PAINTED_TILE_SIZE ** 2;
    for (const key of tilesReached(this.brush, this.target.matrix, this.extent, path)) {
      if (this.memory.has(key)) continue;
      const made = { pairs: memory.words(samples * 2), stroke: memory.words(samples) };
      this.memory.set(key, made);
      given[key] = { pairs: made.pairs.samples, stroke: made.stroke.samples };
    }
    return given;
  }

  /** Has all workers draw tiles that the stroke touched first, from now on as it paints them. */
  private showTouched(keys: readonly string[], pushed: number): void {
    const reach = this.goal.reachFor?.(pushed) ?? 0;
    const grew = reach > this.reach && this.live.size + keys.length > 0;
    if (keys.length === 0 && !grew) return;
    this.reach = Math.max(reach, this.reach);
    const first = this.live.size === 0;
    for (const key of keys) {
      const hash = liveTile(this.id, key);
      this.live.set(key, hash);
      const pairs = this.memory.get(key)?.pairs.samples;
      if (pairs) pageEngine().tell({ type: 'tile', hash, pairs });
    }
    const show = () => useComposition.getState().show(this.preview());
    // A new part may change the whole mask; further tiles look as before until they are painted.
    const screen = currentScreen();
    if (first || !screen) show();
    else screen.withoutRedrawing(show);
  }

  /** The composition with the stroke as far as it has come. */
  private preview(): Composition {
    const { composition } = useComposition.getState();
    return this.goal.preview(composition, Object.fromEntries(this.live), this.reach);
  }

  /** The tiles as the stroke left them; one that failed on its way leaves nothing behind. */
  private async finished(): Promise<{
    tiles: Readonly<Record<string, Uint16Array>>;
    reach: number;
  }> {
    try {
      await this.line;
      const ended = await pageEngine().run('stroke-end', { stroke: this.id }, STROKE);
      if (!ended.heldOff) return ended;
      const { layer } = this.target;
      tellProblem(
        areaOver(this.target) === null
          ? `The stroke lies beside ${layer.name}, so nothing changed.`
          : 'The stroke lies outside the area, so nothing changed. Shift Y puts it away.',
      );
      useComposition.getState().show(null);
      return { tiles: {}, reach: 0 };
    } catch (error) {
      await pageEngine().run('stroke-drop', { stroke: this.id }, STROKE);
      this.letGo(new Set());
      throw error;
    }
  }

  async end(): Promise<void> {
    const ended = await this.finished();
    const entries = Object.entries(ended.tiles).map(([key, pairs]) => {
      const held: Held<Uint16Array> = this.memory.get(key)?.pairs ?? {
        samples: pairs,
        block: null,
      };
      return { key, held };
    });
    const stop = new AbortController();
    const tiles: Record<string, string> = {};
    const kept = new Set<Held>();
    const show = () => {
      const progress = Object.keys(tiles).length / entries.length;
      const words = `Keeping the stroke on ${this.target.layer.name}`;
      const job = { id: this.id, words, progress, secondsLeft: null, stop: () => stop.abort() };
      useJobs.getState().put(job);
    };
    try {
      if (entries.length > MANY_TILES) show();
      await Promise.all(
        entries.map(async ({ key, held }) => {
          const options = { priority: KEEPING, signal: stop.signal };
          const ask = { pairs: held.samples };
          const { hash, png } = await pageEngine().run('encode-tile', ask, options);
          tiles[key] = hash;
          await sendBlob(hash, png);
          if (pageSupply().keepPainted(hash, held)) kept.add(held);
          if (entries.length > MANY_TILES) show();
        }),
      );
      // The picture shows the very same pixels already, from the live tiles.
      const commit = () => this.goal.commit(tiles, ended.reach);
      const screen = this.goal.redraws ? null : currentScreen();
      if (entries.length === 0) return;
      if (this.goal.finish) await this.goal.finish(tiles);
      else if (screen) screen.withoutRedrawing(commit);
      else commit();
    } catch (error) {
      if (!(error instanceof JobCancelled)) throw error;
      useComposition.getState().show(null);
    } finally {
      useJobs.getState().end(this.id);
      this.letGo(kept);
    }
  }

  async cancel(): Promise<void> {
    this.cancelled = true;
    await this.line;
    await pageEngine().run('stroke-drop', { stroke: this.id }, STROKE);
    this.letGo(new Set());
  }

  /**
   * Lets go of the live tiles of the stroke before this one, and of their memory but for what is
   * kept. Tiles of the picture that were asked for during this stroke may still be on their way, so
   * its own stay a little longer.
   */
  private letGo(kept: ReadonlySet<Held>): void {
    const { names, memories } = leftover;
    if (names.length > 0) pageEngine().tell({ type: 'drop-tiles', hashes: names });
    void pageEngine().retire(memories);
    const mine = [...this.memory.values()];
    leftover = {
      names: [...this.live.values()],
      memories: mine.map(({ pairs }) => pairs).filter((pairs) => !kept.has(pairs)),
    };
    // Nobody draws from what the stroke laid down but the stroke itself.
    void pageEngine().retire(mine.map(({ stroke }) => stroke));
  }
}

/** The composition whose area limits a stroke on a mask; null when none does. */
function areaOver({ layer }: MaskInHand): number | null {
  const { composition } = useComposition.getState();
  const limits = composition.area?.inUse && layer.id !== AREA_ID;
  return limits ? compositionKey(composition) : null;
}

/** All tiles of a source at its full size. */
function sourceTiles(source: string): SourceTile[] {
  const known = useShelf.getState().sources.find(({ hash }) => hash === source);
  if (!known) throw new Error('The picture of the tip is no longer on the shelf. Choose another.');
  const { width, height } = known;
  return tilesUnder(known, { x: 0, y: 0, width, height }).map((place) => ({
    ...{ source, level: 0 },
    ...place,
  }));
}
