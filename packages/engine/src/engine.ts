import type { Port } from './port';
import type { JobName, Jobs, Notice, Reply } from './protocol';

export interface JobOptions {
  /** Jobs with a higher number go first; 0 by default. */
  readonly priority?: number;
  /** A job that is still waiting when this fires is not done; its promise is rejected. */
  readonly signal?: AbortSignal;
  /** Must be done by the first worker, in order with all others that ask for it (strokes). */
  readonly onFirst?: true;
}

/** A job that was called off before it was done. */
export class JobCancelled extends Error {
  override readonly name = 'JobCancelled';
  constructor() {
    super('The job was stopped.');
  }
}

interface Waiting {
  readonly name: JobName;
  readonly ask: unknown;
  readonly options: JobOptions;
  /** Listens to the signal while the job waits. */
  readonly cancel: () => void;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

interface Seat {
  port: Port;
  readonly busy: Map<number, Waiting>;
}

/** Hands jobs to a set of workers: highest priority first, one at a time each. */
export class Engine {
  private readonly seats: Seat[];
  private waiting: Waiting[] = [];
  private count = 0;
  private closed = false;

  /** @param spawn starts a worker thread; called once for each of the `size` workers */
  constructor(spawn: () => Port, size: number) {
    this.seats = Array.from({ length: Math.max(1, size) }, () => {
      const seat: Seat = { port: spawn(), busy: new Map() };
      seat.port.listen(
        (message) => this.settle(seat, message as Reply),
        (error) => this.fail(seat, error),
      );
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
      const cancel = () => this.cancel(job);
      const job: Waiting = { name, ask, options, cancel, resolve, reject };
      options.signal?.addEventListener('abort', cancel, { once: true });
      this.waiting.push(job);
      this.dispatch();
    });
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

  private cancel(job: Waiting): void {
    const at = this.waiting.indexOf(job);
    if (at < 0) return;
    this.waiting.splice(at, 1);
    job.reject(new JobCancelled());
  }

  private dispatch(): void {
    for (const [index, seat] of this.seats.entries()) {
      if (seat.busy.size > 0) continue;
      const next = this.nextFor(index);
      if (!next) continue;
      this.waiting.splice(this.waiting.indexOf(next), 1);
      next.options.signal?.removeEventListener('abort', next.cancel);
      const id = this.count++;
      seat.busy.set(id, next);
      seat.port.post({ type: 'job', id, name: next.name, ask: next.ask });
    }
  }

  private nextFor(index: number): Waiting | undefined {
    const rank = (job: Waiting) => job.options.priority ?? 0;
    return this.waiting
      .filter((job) => index === 0 || !job.options.onFirst)
      .reduce<Waiting | undefined>((best, job) => {
        if (!best) return job;
        return rank(job) > rank(best) ? job : best;
      }, undefined);
  }

  private settle(seat: Seat, reply: Reply): void {
    const job = seat.busy.get(reply.id);
    if (!job) return;
    seat.busy.delete(reply.id);
    if (reply.type === 'done') job.resolve(reply.answer as never);
    else job.reject(new Error(reply.message));
    this.dispatch();
  }

  private fail(seat: Seat, error: Error): void {
    for (const job of seat.busy.values()) job.reject(error);
    seat.busy.clear();
    if (!this.closed) this.dispatch();
  }
}
