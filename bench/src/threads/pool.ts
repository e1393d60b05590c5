import { once } from 'node:events';
import { Worker } from 'node:worker_threads';
import { type Block, KernelMemory } from '@diplex/kernels';
import type { Tasks } from './tasks';

const SCRATCH = 400 * 2 ** 20;

/** Two threads with the kernels, and the memory that they share. */
export class BenchPool {
  private readonly workers: Worker[];
  private readonly blocks: Block[] = [];

  private constructor(
    readonly memory: KernelMemory,
    threads: number,
  ) {
    const scratches = Array.from({ length: threads }, () => memory.allocate(SCRATCH));
    this.workers = scratches.map((scratch) => {
      const worker = new Worker(new URL('./bench-worker.js', import.meta.url));
      worker.postMessage({ start: { share: memory.share, scratch } });
      return worker;
    });
  }

  static start(threads: number): BenchPool {
    const memory = KernelMemory.create(65_535 * 65_536);
    if (!memory) throw new Error('The kernels do not run here.');
    return new BenchPool(memory, threads);
  }

  bytes(count: number): Uint8Array {
    const block = this.memory.allocate(count);
    this.blocks.push(block);
    return this.memory.bytes(block);
  }

  floats(count: number): Float32Array {
    const { buffer, byteOffset } = this.bytes(count * 4);
    return new Float32Array(buffer, byteOffset, count);
  }

  /** Lets go of all memory that was asked for. */
  clear(): void {
    for (const block of this.blocks.splice(0)) this.memory.release(block);
  }

  /** Divides the rows of a task among the threads. */
  async run<Name extends keyof Tasks>(
    task: Name,
    rows: number,
    ask: Omit<Parameters<Tasks[Name]>[0], 'from' | 'end'>,
  ): Promise<void> {
    const share = Math.ceil(rows / this.workers.length / 256) * 256;
    await Promise.all(
      this.workers.map(async (worker, i) => {
        const part = { from: Math.min(rows, i * share), end: Math.min(rows, (i + 1) * share) };
        if (part.from === part.end) return;
        worker.postMessage({ task, ask: { ...ask, ...part } });
        await once(worker, 'message');
      }),
    );
  }

  async close(): Promise<void> {
    await Promise.all(this.workers.map((worker) => worker.terminate()));
  }
}
