import type { SmallCoverage } from '@diplex/core';
import type { KernelMemory } from '@diplex/kernels';
import { type Held, PixelMemory } from './pixel-memory';
import type { Port } from './port';
import {
  type JobName,
  type Jobs,
  type Lane,
  laneOf,
  type Notice,
  type Reply,
  type Start,
} from './protocol';

export interface JobOptions {
  /** Jobs with a higher number go first; 0 by default. */
  readonly priority?: number;
  /** When this fires the job is not begun, or is stopped at its next step; its promise is rejected. */
  readonly signal?: AbortSignal;
  /** Told how far the job has come, 0..1, by jobs that say so. */
  readonly onProgress?: (done: number) => void;
  /** Shown what a job will answer about, by jobs that take long over it. */
  readonly onDraft?: (coverage: SmallCoverage) => void;
  /** Must be done by the first worker, in order with all others that ask for it (strokes). */
  readonly onFirst?: true;
  /**
   * Jobs with the same number go to the same worker, which may remember something, unless that one is busy
   * for long.
   */
  readonly likes?: number;
}

/** A job that was called off before it was done. */
export class JobCancelled extends Error {
  override readonly name = 'JobCancelled';
  constructor() {
    super('The job was stopped.');
  }
}

interface Job {
  readonly name: JobName;
  readonly ask: unknown;
  readonly options: JobOptions;
  /** Listens to the signal until the job has ended. */
  readonly cancel: () => void;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

interface Seat {
  readonly port: Port;
  readonly index: number;
  readonly lane: Lane;
  /** Since when it does what it does, as of `Date.now`. */
  since: number;
  /** The job it does, if any, and those that wait there for their turn. */
  readonly busy: Map<number, Job>;
}

/** Scratch memory of each worker when nothing else is asked for. */
const SCRATCH = 48 * 2 ** 20;

/** Scratch that drawing a pixel may take: a few images of four floats at once. */
const SCRATCH_OF_PIXEL = 80;

/** Memory in which each worker keeps what it drew. */
const STORE = 112 * 2 ** 20;

/** What another worker remembers is waited for so long, in milliseconds: drawing without it takes longer. */
const PATIENCE = 60;

/** What a worker remembers is worth so much priority. */
const LIKED = 0.5;

/** How an engine is set up. */
export interface EngineSetup {
  /** The memory that all workers share; null to compute without kernels. */
  readonly kernels?: KernelMemory | null;
  /** Whether jobs that may take long have a worker of their own, so that the view never waits for them. */
  readonly longLane?: boolean;
  /** Whether workers keep what they drew, for a picture that is worked on. */
  readonly keepsDrawn?: boolean;
  /** Bytes of scratch memory of each worker. */
  readonly scratch?: number;
}

/** Hands jobs to a set of workers: highest priority first, one at a time each. */
export class Engine {
  readonly memory: PixelMemory;
  /** Pixels of the largest thing that is to be drawn for one piece. */
  readonly piecePixels: number;
  private readonly seats: Seat[];
  private readonly stops: Int32Array;
  private waiting: Job[] = [];
  private count = 0;
  private closed = false;
  /** Whether long jobs have a worker of their own. */
  private readonly apart: boolean;
  private patience: ReturnType<typeof setTimeout> | undefined;
  private readonly fallen = new Map<Seat, Error>();

  /**
   * @param spawn starts a worker thread; called once for each of the `size` workers, and once more where long
   *   jobs have one
   */
  constructor(
    spawn: () => Port,
    private readonly views: number,
    { kernels = null, longLane = false, keepsDrawn = false, scratch = SCRATCH }: EngineSetup = {},
  ) {
    const lanes: Lane[] = Array.from({ length: Math.max(1, views) }, () => 'view');
    if (longLane) lanes.push('long');
    this.apart = longLane;
    this.piecePixels = Math.floor(scratch / SCRATCH_OF_PIXEL);
    this.memory = new PixelMemory(kernels);
    const cells = this.memory.bytes(lanes.length * 4).samples;
    this.stops = new Int32Array(cells.buffer, cells.byteOffset, lanes.length).fill(0);
    // All scratch is there before the first worker looks at the memory.
    const rooms = lanes.map((lane) => ({
      scratch: kernels?.allocate(scratch),
      store: lane === 'view' && keepsDrawn ? (kernels?.allocate(STORE) ?? null) : null,
    }));
    this.seats = lanes.map((lane, index) => {
      const seat: Seat = { port: spawn(), index, lane, since: 0, busy: new Map() };
      seat.port.listen(
        (message) => this.settle(seat, message as Reply),
        (error) => this.fail(seat, error),
      );
      const { scratch, store = null } = rooms[index] ?? {};
      if (kernels && scratch) {
        const start = { type: 'start' as const, kernels: kernels.share, scratch, store };
        seat.port.post({ ...start, stops: this.stops, seat: index } satisfies Start);
      }
      return seat;
    });
  }

  /** How many workers there are for what is seen. */
  get size(): number {
    return Math.max(1, this.views);
  }

  /** Tells every worker. Notices arrive before any job asked for later. */
  tell(notice: Notice): void {
    for (const seat of this.seats) seat.port.post(notice);
  }

  run<Name extends JobName>(
    name: Name,
    ask: Jobs[Name]['ask'],
    options: JobOptions = {},
  ): Promise<Jobs[Name]['answer']> {
    return new Promise((resolve, reject) => {
      if (this.closed || options.signal?.aborted) return reject(new JobCancelled());
      const [error] = this.fallen.values();
      const lost = options.onFirst ? this.fallen.get(this.seats[0] as Seat) : undefined;
      if (error && this.fallen.size === this.seats.length) return reject(error);
      if (lost) return reject(lost);
      const cancel = () => this.cancel(job);
      const job: Job = { name, ask, options, cancel, resolve, reject };
      options.signal?.addEventListener('abort', cancel, { once: true });
      this.waiting.push(job);
      this.dispatch();
    });
  }

  /** Resolves when every worker has done what it was told and is past what it was doing. */
  async passed(): Promise<void> {
    const standing = this.seats.filter((seat) => !this.fallen.has(seat));
    const passes = standing.map(
      (seat) =>
        new Promise<null>((resolve, reject) => {
          if (this.closed) return reject(new JobCancelled());
          const cancel = () => undefined;
          this.post(seat, { name: 'pass', ask: null, options: {}, cancel, resolve, reject });
        }),
    );
    await Promise.all(passes);
  }

  /** Lets memory go that the workers were told to drop, once none can be looking at it any more. */
  async retire(memories: readonly Held[]): Promise<void> {
    await this.passed();
    for (const memory of memories) this.memory.release(memory);
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.patience);
    for (const job of this.waiting) job.reject(new JobCancelled());
    this.waiting = [];
    for (const seat of this.seats) {
      for (const job of seat.busy.values()) job.reject(new JobCancelled());
      seat.port.close();
    }
  }

  private cancel(job: Job): void {
    const at = this.waiting.indexOf(job);
    if (at >= 0) {
      this.waiting.splice(at, 1);
      job.reject(new JobCancelled());
      return;
    }
    for (const seat of this.seats) {
      for (const [id, busy] of seat.busy) {
        if (busy !== job) continue;
        // The worker looks at its cell between the steps of a job.
        Atomics.store(this.stops, seat.index, id);
        job.reject(new JobCancelled());
      }
    }
  }

  private dispatch(): void {
    for (;;) {
      const idle = this.seats.filter((seat) => seat.busy.size === 0 && !this.fallen.has(seat));
      const chosen = this.mostUrgent(idle);
      if (!chosen) break;
      this.waiting.splice(this.waiting.indexOf(chosen.job), 1);
      this.post(chosen.seat, chosen.job);
    }
    // Somebody idle may take what likes a worker that does not get free.
    clearTimeout(this.patience);
    if (this.closed || !this.waiting.some(({ options }) => options.likes !== undefined)) return;
    this.patience = setTimeout(() => this.dispatch(), PATIENCE);
  }

  /** Whether a worker may do a job at all. */
  private suits({ name, options }: Job, seat: Seat): boolean {
    if (options.onFirst) return seat.index === 0;
    if (this.apart && laneOf(name) !== seat.lane && this.stands(laneOf(name))) return false;
    if (options.likes === undefined) return true;
    const liked = this.likedBy(options.likes);
    if (!liked || seat === liked || seat.lane === 'long' || this.fallen.has(liked)) return true;
    return liked.busy.size > 0 && Date.now() - liked.since >= PATIENCE;
  }

  private likedBy(likes: number): Seat | undefined {
    return this.seats[likes % this.size];
  }

  /** Whether a lane has a worker at all; otherwise the other one does its jobs. */
  private stands(lane: Lane): boolean {
    return this.seats.some((seat) => seat.lane === lane && !this.fallen.has(seat));
  }

  private post(seat: Seat, job: Job): void {
    const id = ++this.count;
    if (seat.busy.size === 0) seat.since = Date.now();
    seat.busy.set(id, job);
    seat.port.post({ type: 'job', id, name: job.name, ask: job.ask });
  }

  /** Of the jobs that one of these workers may do, the one with the highest priority, and who does it. */
  private mostUrgent(idle: readonly Seat[]): { job: Job; seat: Seat } | undefined {
    let best: { job: Job; seat: Seat; rank: number } | undefined;
    for (const job of this.waiting) {
      const { priority = 0, likes } = job.options;
      for (const seat of idle) {
        if (!this.suits(job, seat)) continue;
        const liked = likes !== undefined && this.likedBy(likes) === seat;
        const rank = priority + (liked ? LIKED : 0);
        if (!best || rank > best.rank) best = { job, seat, rank };
      }
    }
    return best;
  }

  private settle(seat: Seat, reply: Reply): void {
    const job = seat.busy.get(reply.id);
    if (!job) return;
    // Whoever called a job off wants to hear no more of it.
    const { signal, onProgress, onDraft } = job.options;
    if (reply.type === 'progress') return signal?.aborted ? undefined : onProgress?.(reply.done);
    if (reply.type === 'draft') return signal?.aborted ? undefined : onDraft?.(reply.coverage);
    seat.busy.delete(reply.id);
    job.options.signal?.removeEventListener('abort', job.cancel);
    if (reply.type === 'done') job.resolve(reply.answer as never);
    else job.reject(new Error(reply.message));
    this.dispatch();
  }

  /** A worker that fell over takes its job with it; the others go on, and without any nothing can. */
  private fail(seat: Seat, error: Error): void {
    for (const job of seat.busy.values()) job.reject(error);
    seat.busy.clear();
    this.fallen.set(seat, error);
    if (this.fallen.size === this.seats.length) {
      for (const job of this.waiting.splice(0)) job.reject(error);
    } else if (!this.closed) this.dispatch();
  }
}
