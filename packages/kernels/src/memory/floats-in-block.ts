import { type Block, BlockAllocator, OutOfKernelMemory } from './block-allocator';
import { floatsAt } from './thread';

/** Floats in a part of the kernels' memory, until they are let go. */
export interface HeldFloats {
  readonly data: Float32Array;
  readonly release: () => void;
}

/**
 * Hands out floats of a block that this thread has for itself: kernels compute with them where they lie.
 * Null when there is no room for so many.
 */
export function floatsInBlock({ address, bytes }: Block): (count: number) => HeldFloats | null {
  const allocator = new BlockAllocator(address, address + bytes, () => null);
  return (count) => {
    try {
      const block = allocator.allocate(count * 4);
      const data = floatsAt(block.address, count);
      return { data, release: () => allocator.release(block) };
    } catch (error) {
      if (error instanceof OutOfKernelMemory) return null;
      throw error;
    }
  };
}
