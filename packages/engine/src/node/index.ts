import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { KernelMemory } from '@diplex/kernels';
import { Engine } from '../engine';
import type { Port } from '../port';

/** The most that a server may hold in pixels: all that 32-bit addresses reach but the last page. */
const MOST_MEMORY = 65_535 * 65_536;

const MEGA = 2 ** 20;

/** What is delivered is drawn in larger pieces than what is looked at; all workers together take about the last. */
const SCRATCH = { least: 48 * MEGA, most: 160 * MEGA, together: 512 * MEGA };

function scratchOf(size: number): number {
  return Math.max(SCRATCH.least, Math.min(SCRATCH.most, Math.floor(SCRATCH.together / size)));
}

/** The engine over worker threads; `worker` is the built file of `node/worker.ts`. */
export function nodeEngine(worker: URL, size = availableParallelism()): Engine {
  const spawn = (): Port => {
    const thread = new Worker(worker);
    return {
      post: (message, transfer) => thread.postMessage(message, [...(transfer ?? [])]),
      listen(onMessage, onFailure) {
        thread.on('message', onMessage);
        thread.on('error', onFailure);
      },
      close: () => void thread.terminate(),
    };
  };
  return new Engine(spawn, size, {
    kernels: KernelMemory.create(MOST_MEMORY),
    scratch: scratchOf(size),
  });
}
