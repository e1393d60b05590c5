import type { SmallCoverage } from '@diplex/core';
import type { JobName, Jobs } from '../protocol';
import type { WorkerPixels } from '../worker-pixels';

/** What a handler gives back: the answer, and memory that moves to the asker with it. */
export interface Handled<Answer> {
  readonly answer: Answer;
  readonly transfer?: readonly ArrayBuffer[];
}

/** What a handler works with. */
export interface JobContext {
  readonly pixels: WorkerPixels;
  /** Whether the asker has called this job off. */
  readonly stopped: () => boolean;
  /** Tells the asker how far the job has come, 0..1. */
  readonly progress: (done: number) => void;
  /** Shows the asker an answer long before the last. */
  readonly draft: (coverage: SmallCoverage) => void;
}

export type JobHandler<Name extends JobName> = (
  ask: Jobs[Name]['ask'],
  context: JobContext,
) => Handled<Jobs[Name]['answer']> | Promise<Handled<Jobs[Name]['answer']>>;

/** Tiles, and their memory to hand over: tiles that are alike share it. */
export function handOver(
  tiles: Record<string, Uint16Array>,
): Handled<Readonly<Record<string, Uint16Array>>> {
  const buffers = new Set(Object.values(tiles).map((pairs) => pairs.buffer as ArrayBuffer));
  return { answer: tiles, transfer: [...buffers] };
}
