import type { Block, KernelMemory } from '@diplex/kernels';

/** Samples in memory that was asked for, until it is let go. */
export interface Held<Samples extends Uint8Array | Uint16Array = Uint8Array | Uint16Array> {
  readonly samples: Samples;
  /** Where it lies in the shared memory; null when it is plain memory of this thread. */
  readonly block: Block | null;
}

/** Hands out memory for pixels: in the memory of the kernels, where there is one. */
export class PixelMemory {
  constructor(private readonly kernels: KernelMemory | null) {}

  /** @throws OutOfKernelMemory */
  bytes(count: number): Held<Uint8Array> {
    const block = this.kernels?.allocate(count) ?? null;
    const samples = block && this.kernels ? this.kernels.bytes(block) : new Uint8Array(count);
    return { samples, block };
  }

  /** @throws OutOfKernelMemory */
  words(count: number): Held<Uint16Array> {
    const { samples, block } = this.bytes(count * 2);
    return { samples: new Uint16Array(samples.buffer, samples.byteOffset, count), block };
  }

  /** Only what no thread looks at any more may be let go. */
  release({ block }: Held): void {
    if (block) this.kernels?.release(block);
  }

  get usedBytes(): number {
    return this.kernels?.usedBytes ?? 0;
  }

  /** Whether other threads see what is written here. */
  get shared(): boolean {
    return this.kernels !== null;
  }
}
