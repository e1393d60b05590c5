import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { type Block, BlockAllocator, OutOfKernelMemory } from './block-allocator';

const KIB = 1024;

describe('BlockAllocator', () => {
  it('never hands out memory twice, and has all of it again in the end', () => {
    const step = fc.record({ bytes: fc.integer({ min: 1, max: 9000 }), release: fc.nat(40) });
    fc.assert(
      fc.property(fc.array(step, { maxLength: 200 }), (steps) => {
        let end = 8 * KIB;
        const allocator = new BlockAllocator(100, end, (wanted) => {
          end = Math.min(256 * KIB, Math.max(wanted, end + 8 * KIB));
          return wanted <= end ? end : null;
        });
        const held: Block[] = [];
        for (const { bytes, release } of steps) {
          if (held.length > 12 || release < held.length) {
            for (const block of held.splice(release % Math.max(1, held.length), 1)) {
              allocator.release(block);
            }
          }
          const block = allocator.allocate(bytes);
          expect(block.address % 64).toBe(0);
          expect(block.address + bytes).toBeLessThanOrEqual(end);
          for (const other of held) {
            const apart =
              block.address >= other.address + other.bytes ||
              other.address >= block.address + block.bytes;
            expect(apart).toBe(true);
          }
          held.push(block);
        }
        for (const block of held) allocator.release(block);
        expect(allocator.usedBytes).toBe(0);
        // One piece again: what is left after the grain at the beginning.
        expect(allocator.allocate(end - 128).address).toBe(128);
      }),
    );
  });

  it('says so when there is no room, and goes on with what there is', () => {
    const allocator = new BlockAllocator(0, 4 * KIB, () => null);
    const block = allocator.allocate(3 * KIB);
    expect(() => allocator.allocate(2 * KIB)).toThrow(OutOfKernelMemory);
    allocator.release(block);
    expect(allocator.allocate(4 * KIB).address).toBe(0);
  });

  it('refuses to take back what is not in use', () => {
    const allocator = new BlockAllocator(0, 4 * KIB, () => null);
    const block = allocator.allocate(100);
    allocator.release(block);
    expect(() => allocator.release(block)).toThrow('No block in use');
  });
});
