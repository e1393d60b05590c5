import { expect, it } from 'vitest';
import { stepped } from './compute';

it('has as many tones as asked for, with borders half-way between them', () => {
  const values = { tones: 4, softness: 0 };
  const made = Array.from({ length: 301 }, (_, i) => stepped(i / 300, values));
  expect(new Set(made.map((value) => value.toFixed(6))).size).toBeLessThanOrEqual(4 + 3);
  expect([0, 0.3, 0.7, 1].map((value) => stepped(value, values))).toEqual([0, 1 / 3, 2 / 3, 1]);
  expect(stepped(0.5 - 0.01, values)).toBeCloseTo(1 / 3, 9);
  expect(stepped(0.5 + 0.01, values)).toBeCloseTo(2 / 3, 9);
});

it('never falls', () => {
  let last = -1;
  for (let i = 0; i <= 1000; i++) {
    const value = stepped(i / 1000, { tones: 7, softness: 0.6 });
    expect(value).toBeGreaterThanOrEqual(last);
    last = value;
  }
});
