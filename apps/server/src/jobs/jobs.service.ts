import { setMaxListeners } from 'node:events';
import { newId } from '@diplex/document';
import { Injectable, Logger } from '@nestjs/common';
import { BehaviorSubject, type Observable, of } from 'rxjs';
import { Problem } from '../problems/problem';
import { detailsOf } from '../problems/problem-filter';
import type { JobDto } from './job.dto';

/** Ended jobs that can still be asked about. */
const KEPT = 100;

interface Job {
  readonly state: BehaviorSubject<JobDto>;
  readonly stop: AbortController;
  readonly startedAt: number;
}

/** What long work is told, and tells. */
export interface Task {
  readonly signal: AbortSignal;
  /** How far it is, 0..1. */
  progress(share: number): void;
  tell(change: Partial<Pick<JobDto, 'delivery' | 'files' | 'problem'>>): void;
}

export type Work = (task: Task) => Promise<void>;

/** Long work: begun, watched, stopped. */
@Injectable()
export class JobsService {
  private readonly jobs = new Map<string, Job>();
  private readonly log = new Logger('Jobs');

  begin(composition: string, label: string, work: Work): JobDto {
    const id = newId();
    const stop = new AbortController();
    // A rendering waits with many bands for one signal.
    setMaxListeners(0, stop.signal);
    const begun: JobDto = {
      ...{ id, composition, label, state: 'running', progress: 0 },
      ...{ secondsLeft: null, problem: null, delivery: null, files: [] },
    };
    const state = new BehaviorSubject<JobDto>(begun);
    const job: Job = { state, stop, startedAt: Date.now() };
    this.jobs.set(id, job);
    this.sweep();
    const say = (change: Partial<JobDto>) => state.next({ ...state.value, ...change });
    const progress = (share: number) => {
      const elapsed = (Date.now() - job.startedAt) / 1000;
      const secondsLeft = share > 0.05 ? Math.ceil((elapsed / share) * (1 - share)) : null;
      say({ progress: share, secondsLeft });
    };
    work({ signal: stop.signal, progress, tell: say })
      .then(
        () => say({ state: 'done', progress: 1, secondsLeft: 0 }),
        (error: unknown) => {
          if (stop.signal.aborted) return say({ state: 'stopped', secondsLeft: null });
          this.log.error(error instanceof Error ? (error.stack ?? error.message) : String(error));
          say({ state: 'failed', problem: detailsOf(error).detail, secondsLeft: null });
        },
      )
      .finally(() => state.complete());
    return state.value;
  }

  get(id: string): JobDto {
    return this.find(id).state.value;
  }

  /** The job as it is now and whenever it changes, until it ends. */
  watch(id: string): Observable<JobDto> {
    const { state } = this.find(id);
    // What has ended says nothing to those who come later.
    return state.value.state === 'running' ? state.asObservable() : of(state.value);
  }

  stop(id: string): JobDto {
    const job = this.find(id);
    job.stop.abort();
    return job.state.value;
  }

  private find(id: string): Job {
    const job = this.jobs.get(id);
    if (!job) {
      const detail = 'There is no such job. Jobs are forgotten when the server starts anew.';
      throw new Problem('not-found', detail);
    }
    return job;
  }

  private sweep(): void {
    for (const [id, job] of this.jobs) {
      if (this.jobs.size <= KEPT) return;
      if (job.state.value.state !== 'running') this.jobs.delete(id);
    }
  }
}
