import { afterEach, describe, expect, it } from 'vitest';
import { startTestKernels } from '../kernels.test-support';
import { inScratch, kernelsRun, scratchFloats, scratchZeroes, stopKernels } from './thread';

afterEach(stopKernels);

describe('scratch', () => {
  it('is free again after the work, also when the work fails', () => {
    startTestKernels();
    const first = inScratch(() => scratchFloats(1000).byteOffset);
    const failing = () =>
      inScratch(() => {
        scratchFloats(5000);
        throw new Error('no');
      });
    expect(failing).toThrow('no');
    expect(inScratch(() => scratchFloats(10).byteOffset)).toBe(first);
  });

  it('hands out other memory to work within work, and zeroes where they are asked for', () => {
    startTestKernels();
    inScratch(() => {
      const outer = scratchFloats(64).fill(7);
      inScratch(() => scratchFloats(64).fill(9));
      expect(outer.every((value) => value === 7)).toBe(true);
      expect(scratchZeroes(64).every((value) => value === 0)).toBe(true);
    });
  });

  it('gives plain memory when it is used up, and without kernels', () => {
    startTestKernels();
    inScratch(() => {
      const shared = scratchFloats(16).buffer;
      const large = scratchFloats(64 * 2 ** 20);
      expect(large.buffer).not.toBe(shared);
      expect(large).toHaveLength(64 * 2 ** 20);
    });
    stopKernels();
    expect(kernelsRun()).toBe(false);
    expect(scratchZeroes(8)).toEqual(new Float32Array(8));
  });
});
