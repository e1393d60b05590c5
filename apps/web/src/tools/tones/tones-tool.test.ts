import { expect, it } from 'vitest';
import { TONES, toneOfRange, toneRange } from './tones-tool';

it.each(TONES)('%s say their name and breadth again', (name) => {
  for (const breadth of [0, 0.25, 0.5, 0.8, 1]) {
    const found = toneOfRange(toneRange(name, breadth));
    expect(found.name).toBe(name);
    expect(found.breadth).toBeCloseTo(breadth, 1);
  }
});

it('a range that was drawn otherwise comes nearest to one of them', () => {
  expect(toneOfRange({ low: [0, 0], high: [0.1, 0.9] }).name).toBe('darks');
  expect(toneOfRange({ low: [0.6, 0.9], high: [1, 1] }).name).toBe('lights');
  expect(toneOfRange({ low: [0.3, 0.4], high: [0.5, 0.6] })).toEqual({
    name: 'mids',
    breadth: 0.1,
  });
});
