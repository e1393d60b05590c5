import { availableParallelism } from 'node:os';
import { Worker } from 'node:worker_threads';
import { KernelMemory } from '@diplex/kernels';
import { Engine } from '../engine';
import type { Port } from '../port';

/** The most that a server may hold in pixels: all that 32-bit addresses reach but the last page. */
const MOST_MEMORY = 65_535 * 65_536;

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
  return new Engine(spawn, size, { kernels: KernelMemory.create(MOST_MEMORY) });
}
