import { KernelMemory } from '@diplex/kernels';
import { Engine } from '../engine';
import type { Port } from '../port';

function spawn(): Port {
  const worker = new Worker(new URL('./worker.ts', import.meta.url), { type: 'module' });
  return {
    post: (message, transfer) => worker.postMessage(message, [...(transfer ?? [])]),
    listen(onMessage, onFailure) {
      worker.onmessage = (event) => onMessage(event.data);
      worker.onerror = (event) => onFailure(new Error(event.message));
    },
    close: () => worker.terminate(),
  };
}

/** The most that a page may hold in pixels, scratch included. */
const MOST_MEMORY = 1536 * 2 ** 20;

/**
 * The engine over web workers: one for each core but the interface's own, and two at least, and one more for
 * jobs that take long. Without shared memory a single worker holds all pixels, since every further one would
 * need a copy.
 */
export function browserEngine(): Engine {
  const cores = Math.max(2, Math.min(8, (navigator.hardwareConcurrency || 2) - 1));
  const kernels = KernelMemory.create(MOST_MEMORY);
  const shared = kernels !== null;
  return new Engine(spawn, shared ? cores : 1, { kernels, longLane: shared, keepsDrawn: true });
}
