import { describe, expect, it } from 'vitest';
import { decode, decodeExactly, encode, encodeExactly, makeSampleTable } from './transfer';

describe('the transfer function', () => {
  it('is the published one at known places', () => {
    expect(decodeExactly(0)).toBe(0);
    expect(decodeExactly(1)).toBeCloseTo(1, 12);
    expect(decodeExactly(0.5)).toBeCloseTo(0.21404, 5);
    expect(encodeExactly(0.18)).toBeCloseTo(0.46136, 5);
    // Both halves meet where they join.
    expect(encodeExactly(0.0031308)).toBeCloseTo(0.04045, 5);
  });

  it('is followed by the polynomials to within a millionth', () => {
    let worst = 0;
    for (let i = 0; i <= 100_000; i++) {
      const x = i / 100_000;
      worst = Math.max(worst, Math.abs(encode(x) - encodeExactly(x)));
      worst = Math.max(worst, Math.abs(decode(x) - decodeExactly(x)));
    }
    expect(worst).toBeLessThan(1e-6);
  });

  it('brings every 8-bit and every 16-bit sample back to itself', () => {
    for (const bits of [8, 16] as const) {
      const top = 2 ** bits - 1;
      const light = makeSampleTable(bits, 'light');
      const changed = Array.from(light).findIndex(
        (value, i) => Math.round(encode(value) * top) !== i,
      );
      expect(changed).toBe(-1);
    }
  });

  it('never falls, and clamps beyond its ends', () => {
    let last = -1;
    for (let i = 0; i <= 20_000; i++) {
      const value = encode(i / 20_000);
      expect(value >= last).toBe(true);
      last = value;
    }
    expect([encode(-1), encode(2), decode(-1), decode(2)]).toEqual([0, 1, 0, 1]);
  });
});
