import type { SmallCoverage } from '@diplex/core';
import type { KernelMemory } from '@diplex/kernels';
import { type Held, PixelMemory } from './pixel-memory';
import type { Port } from './port';
import type { JobName, Jobs, Notice, Reply, Start } from './protocol';

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
  /** Jobs with the same number go to the same worker: it may remember something. */
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
  /** The job it does, if any, and those that wait there for their turn. */
  readonly busy: Map<number, Job>;
}

/** Scratch memory of each worker. */
const SCRATCH = 48 * 2 ** 20;

/** Hands jobs to a set of workers: highest priority first, one at a time each. */
export class Engine {
  readonly memory: PixelMemory;
  private readonly seats: Seat[];
  private readonly stops: Int32Array;
  private waiting: Job[] = [];
  private count = 0;
  private closed = false;
  private readonly fallen = new Map<Seat, Error>();

  /**
   * @param spawn starts a worker thread; called once for each of the `size` workers
   * @param kernels the memory that all of them share; null to compute without kernels
   */
  constructor(spawn: () => Port, size: number, kernels: KernelMemory | null = null) {
    const workers = Math.max(1, size);
    this.memory = new PixelMemory(kernels);
    const cells = this.memory.bytes(workers * 4).samples;
    this.stops = new Int32Array(cells.buffer, cells.byteOffset, workers).fill(0);
    // All scratch is there before the first worker looks at the memory.
    const scratches = Array.from({ length: workers }, () => kernels?.allocate(SCRATCH));
    this.seats = scratches.map((scratch, index) => {
      const seat: Seat = { port: spawn(), index, busy: new Map() };
      seat.port.listen(
        (message) => this.settle(seat, message as Reply),
        (error) => this.fail(seat, error),
      );
      if (kernels && scratch) {
        const start = { type: 'start' as const, kernels: kernels.share, scratch };
        seat.port.post({ ...start, stops: this.stops, seat: index } satisfies Start);
      }
      return seat;
    });
  }

  get size(): number {
    return this.seats.length;
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
      const next = this.mostUrgent(idle);
      const seat = next && idle.find((each) => this.suits(next, each));
      if (!next || !seat) return;
      this.waiting.splice(this.waiting.indexOf(next), 1);
      this.post(seat, next);
    }
  }

  /** Whether a worker may do a job; what another one remembers is worth waiting for. */
  private suits({ options }: Job, seat: Seat): boolean {
    if (options.onFirst) return seat.index === 0;
    if (options.likes === undefined) return true;
    const liked = this.seats[options.likes % this.seats.length];
    return seat === liked || (liked !== undefined && this.fallen.has(liked));
  }

  private post(seat: Seat, job: Job): void {
    const id = ++this.count;
    seat.busy.set(id, job);
    seat.port.post({ type: 'job', id, name: job.name, ask: job.ask });
  }

  /** Of the jobs that one of these workers may do, the one with the highest priority. */
  private mostUrgent(idle: readonly Seat[]): Job | undefined {
    const rank = (job: Job) => job.options.priority ?? 0;
    return this.waiting
      .filter((job) => idle.some((seat) => this.suits(job, seat)))
      .reduce<Job | undefined>((best, job) => {
        if (!best) return job;
        return rank(job) > rank(best) ? job : best;
      }, undefined);
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
