import { floatsInBlock } from './memory/floats-in-block';
import { KernelMemory } from './memory/kernel-memory';
import { startKernels, stopKernels } from './memory/thread';

let memory: KernelMemory | null = null;

/** Starts the kernels in this thread, with 96 MiB of scratch; tests must not go by the twins alone. */
export function startTestKernels(): KernelMemory {
  memory ??= KernelMemory.create(512 * 2 ** 20);
  if (!memory) throw new Error('The kernels do not run here.');
  scratch ??= memory.allocate(96 * 2 ** 20);
  startKernels(memory.share, scratch);
  return memory;
}

let scratch: ReturnType<KernelMemory['allocate']> | null = null;

const rooms = new Map<number, ReturnType<KernelMemory['allocate']>>();

/** Room of so many bytes in the memory that the test kernels work in. */
export function testFloats(bytes: number): ReturnType<typeof floatsInBlock> {
  const block = rooms.get(bytes) ?? startTestKernels().allocate(bytes);
  rooms.set(bytes, block);
  // The memory may have grown, and lies elsewhere then.
  startTestKernels();
  return floatsInBlock(block);
}

/** The same work by the twins and by the kernels. */
export function byBoth<Result>(work: () => Result): { twin: Result; kernel: Result } {
  stopKernels();
  const twin = work();
  startTestKernels();
  try {
    return { twin, kernel: work() };
  } finally {
    stopKernels();
  }
}

/** The largest difference between two lists of numbers of the same length. */
export function worst(a: ArrayLike<number>, b: ArrayLike<number>): number {
  if (a.length !== b.length) return Number.POSITIVE_INFINITY;
  let most = 0;
  for (let i = 0; i < a.length; i++) {
    const off = Math.abs((a[i] as number) - (b[i] as number));
    if (!(off <= most)) most = Number.isNaN(off) ? Number.POSITIVE_INFINITY : off;
  }
  return most;
}
