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
export function handOver<Tile extends Uint16Array | string>(
  tiles: Readonly<Record<string, Tile>>,
): Handled<Readonly<Record<string, Tile>>> {
  const made = Object.values(tiles).filter((tile) => typeof tile !== 'string') as Uint16Array[];
  const buffers = new Set(made.map((pairs) => pairs.buffer as ArrayBuffer));
  return { answer: tiles, transfer: [...buffers] };
}
