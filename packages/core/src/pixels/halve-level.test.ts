import { encodeExactly } from '@diplex/kernels';
import { describe, expect, it } from 'vitest';
import { halveLevel } from './halve-level';
import { levelCount, levelSize } from './source-level';

const bytes = (samples: number) => new Uint8Array(samples);

describe('halveLevel', () => {
  it('averages two by two pixels in linear light', () => {
    const data = Uint8Array.from([0, 0, 0, 255, 255, 255, 0, 0, 0, 255, 255, 255]);
    const half = halveLevel({ width: 2, height: 2, channels: 3, data }, bytes);
    const expected = Math.round(encodeExactly(0.5) * 255);
    expect([...half.data]).toEqual([expected, expected, expected]);
  });

  it('averages what exists at an odd edge', () => {
    const data = Uint8Array.from([10, 10, 10, 10, 10, 10, 200, 200, 200]);
    const half = halveLevel({ width: 3, height: 1, channels: 3, data }, bytes);
    expect(half.width).toBe(2);
    expect([...half.data.subarray(3)]).toEqual([200, 200, 200]);
  });

  it('weights colour by alpha', () => {
    const data = Uint8Array.from([255, 0, 0, 255, 0, 255, 0, 0]);
    const half = halveLevel({ width: 2, height: 1, channels: 4, data }, bytes);
    expect([...half.data]).toEqual([255, 0, 0, 128]);
  });

  it('keeps 16 bits', () => {
    const data = Uint16Array.from([1001, 0, 0, 1003, 0, 0]);
    const half = halveLevel(
      { width: 2, height: 1, channels: 3, data },
      (samples) => new Uint16Array(samples),
    );
    expect(half.data[0]).toBe(1002);
  });
});

describe('levelCount', () => {
  it('ends with the first level that fits into 512 pixels', () => {
    for (const [width, height] of [
      [512, 300],
      [513, 20],
      [6000, 4000],
    ] as const) {
      const last = levelSize(width, height, levelCount(width, height) - 1);
      expect(Math.max(last.width, last.height)).toBeLessThanOrEqual(512);
    }
    expect(levelCount(512, 300)).toBe(1);
    expect(levelCount(513, 20)).toBe(2);
  });
});
