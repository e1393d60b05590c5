import type { Brush, StrokePoint } from '@diplex/core';
import {
  boundsAfter,
  type Composition,
  isEmpty,
  type Mask,
  newId,
  type PaintedPart,
  type Point,
  paintPart,
  perform,
  roundOut,
} from '@diplex/document';
import { JobCancelled } from '@diplex/engine';
import { sendBlob } from '../bench/blob-uploads';
import { useComposition } from '../bench/composition-store';
import { pageEngine, pageSupply } from '../bench/engine';
import { useHand } from '../bench/hand-store';
import { useJobs } from '../bench/job-store';
import { tellProblem } from '../bench/notice-store';
import { trackWork } from '../bench/pending-work';
import { wordsOf } from '../link/problem';
import { currentScreen } from '../picture/current-screen';
import {
  commitPart,
  freshName,
  type MaskInHand,
  maskInHand,
  startFor,
  whyNot,
  withPart,
} from './mask-in-hand';
import type { PointerSample, Tool } from './tool';

/** Strokes go before everything else that the workers do. */
const STROKE = { priority: 1000, onFirst: true } as const;

/** A stroke over more tiles than this shows its progress while it is kept. */
const MANY_TILES = 24;

/** The live tiles of the last stroke. */
let leftover: string[] = [];

/** A stroke under way: what it paints into, and what is known of its tiles. */
class RunningStroke {
  readonly id = newId();
  private readonly live = new Map<string, string>();
  private waiting: StrokePoint[] = [];
  private line: Promise<void>;
  private pumping = false;
  private cancelled = false;

  constructor(
    readonly target: MaskInHand,
    readonly part: PaintedPart,
    private readonly isNew: boolean,
    private readonly brush: Brush,
  ) {
    this.line = this.start();
  }

  private get startsFrom(): Mask['startsFrom'] {
    return startFor(this.brush.value === 0);
  }

  private async start(): Promise<void> {
    const { layer, matrix } = this.target;
    const ask = {
      ...{ stroke: this.id, brush: this.brush, toComposition: matrix },
      ...{ extent: { x: 0, y: 0, ...layer.size }, tiles: this.part.tiles },
    };
    await pageEngine().run('stroke-begin', ask, STROKE);
  }

  extend(points: readonly StrokePoint[]): void {
    this.waiting.push(...points);
    if (this.pumping) return;
    this.pumping = true;
    this.line = this.line.then(() => this.pump());
  }

  /** Hands over what gathered since the last time, until nothing more waits. */
  private async pump(): Promise<void> {
    while (this.waiting.length > 0) {
      const points = this.waiting;
      this.waiting = [];
      const ask = { stroke: this.id, points };
      const { changed, tiles } = await pageEngine().run('stroke-extend', ask, STROKE);
      if (this.cancelled) break;
      for (const [key, pairs] of Object.entries(tiles)) {
        const hash = `live:${this.id}:${key}`;
        this.live.set(key, hash);
        pageEngine().tell({ type: 'tile', hash, pairs });
        pageSupply().has(hash);
      }
      if (Object.keys(tiles).length > 0) useComposition.getState().show(this.preview());
      if (!isEmpty(changed)) {
        currentScreen()?.refresh(roundOut(boundsAfter(this.target.matrix, changed)));
      }
    }
    this.pumping = false;
  }

  /** The composition with the stroke as far as it has come. */
  private preview(): Composition {
    const { composition } = useComposition.getState();
    const tiles = { ...this.part.tiles, ...Object.fromEntries(this.live) };
    if (this.isNew)
      return withPart(composition, this.target, { ...this.part, tiles }, this.startsFrom);
    const args = { mask: this.target.mask?.id ?? '', part: this.part.id, tiles };
    return perform(composition, paintPart, { ...args, way: this.way }).composition;
  }

  private get way(): 'show' | 'hide' {
    return this.brush.value > 0 ? 'show' : 'hide';
  }

  async end(): Promise<void> {
    await this.line;
    const ended = await pageEngine().run('stroke-end', { stroke: this.id }, STROKE);
    const stop = new AbortController();
    const entries = Object.entries(ended);
    const tiles: Record<string, string> = {};
    const show = () => {
      const progress = Object.keys(tiles).length / entries.length;
      const words = `Keeping the stroke on ${this.target.layer.name}`;
      const job = { id: this.id, words, progress, secondsLeft: null, stop: () => stop.abort() };
      useJobs.getState().put(job);
    };
    try {
      if (entries.length > MANY_TILES) show();
      await Promise.all(
        entries.map(async ([key, pairs]) => {
          const options = { priority: STROKE.priority, signal: stop.signal };
          const { hash, png } = await pageEngine().run('encode-tile', { pairs }, options);
          tiles[key] = hash;
          sendBlob(hash, png);
          pageEngine().tell({ type: 'tile', hash, pairs });
          pageSupply().has(hash);
          if (entries.length > MANY_TILES) show();
        }),
      );
      // The picture shows the very same pixels already, from the live tiles.
      const commit = () => this.commit(tiles);
      const screen = currentScreen();
      if (entries.length > 0 && screen) screen.withoutRedrawing(commit);
      else if (entries.length > 0) commit();
    } catch (error) {
      if (!(error instanceof JobCancelled)) throw error;
      useComposition.getState().show(null);
    } finally {
      useJobs.getState().end(this.id);
      this.letGo();
    }
  }

  private commit(tiles: Record<string, string>): void {
    const { target, part } = this;
    if (this.isNew) {
      commitPart(target, { ...part, tiles, strokes: 1 }, this.startsFrom);
    } else {
      const args = { mask: target.mask?.id ?? '', part: part.id, tiles, way: this.way };
      useComposition.getState().perform(paintPart, args);
    }
  }

  async cancel(): Promise<void> {
    this.cancelled = true;
    await this.line;
    await pageEngine().run('stroke-drop', { stroke: this.id }, STROKE);
    this.letGo();
  }

  /**
   * Lets go of the live tiles of the stroke before this one. Tiles of the picture that were asked for
   * during this stroke may still be on their way, so its own stay a little longer.
   */
  private letGo(): void {
    if (leftover.length > 0) pageEngine().tell({ type: 'drop-tiles', hashes: leftover });
    leftover = [...this.live.values()];
  }
}

/** One press of the pointer: its points, and the stroke once the one before it has ended. */
interface Gesture {
  readonly points: StrokePoint[];
  stroke: RunningStroke | null;
}

/** Paints the mask of the layer in hand: shows or hides. */
class BrushTool implements Tool {
  private gesture: Gesture | null = null;
  /** Where the last stroke ended, to draw a straight line from. */
  private lastEnd: (Point & { layer: string }) | null = null;
  /** Strokes are worked out one after another, however fast they are drawn. */
  private line: Promise<void> = Promise.resolve();

  begin(at: PointerSample): void {
    const target = maskInHand();
    const reason = whyNot(target);
    if (reason || !target) return tellProblem(reason ?? '');
    const from = this.lastEnd;
    const straight = at.shift && from?.layer === target.layer.id;
    const start = straight ? [{ ...at, x: from.x, y: from.y }] : [];
    const gesture: Gesture = { points: [...start, at].map(strokePoint), stroke: null };
    this.gesture = gesture;
    this.after(() => {
      gesture.stroke = openStroke();
      gesture.stroke?.extend(gesture.points);
    });
  }

  move(through: readonly PointerSample[]): void {
    const { gesture } = this;
    const points = through.map(strokePoint);
    if (gesture?.stroke) gesture.stroke.extend(points);
    else gesture?.points.push(...points);
  }

  end(at: PointerSample): void {
    const { gesture } = this;
    if (!gesture) return;
    this.move([at]);
    this.gesture = null;
    const { layer } = useHand.getState();
    this.lastEnd = layer ? { x: at.x, y: at.y, layer } : null;
    this.after(() => gesture.stroke?.end());
  }

  cancel(): void {
    const { gesture } = this;
    if (!gesture) return;
    this.gesture = null;
    this.after(async () => {
      await gesture.stroke?.cancel();
      useComposition.getState().show(null);
    });
  }

  private after(step: () => Promise<void> | undefined | void): void {
    this.line = this.line.then(step).catch((error: unknown) => {
      useComposition.getState().show(null);
      tellProblem(`The stroke could not be finished. ${wordsOf(error)}`);
    });
    trackWork(this.line);
  }
}

/** A stroke on the painted part in hand, on the nearest part if that is painted, or on a new one. */
function openStroke(): RunningStroke | null {
  const target = maskInHand();
  if (!target) return null;
  const { brush } = useHand.getState();
  const part = target.part?.kind === 'painted' ? target.part : target.mask?.parts.at(-1);
  return part?.kind === 'painted' && part.shown
    ? new RunningStroke(target, part, false, brush)
    : new RunningStroke(target, newPaintedPart(target.mask), true, brush);
}

function strokePoint({ x, y, pressure }: PointerSample): StrokePoint {
  return { x, y, pressure };
}

function newPaintedPart(mask: Mask | undefined): PaintedPart {
  return {
    ...{ id: newId(), kind: 'painted', name: freshName(mask, 'Painted'), shown: true },
    ...{ combine: 'replace', feather: 0, inverted: false, strokes: 0, tiles: {} },
  };
}

export const brushTool = new BrushTool();
