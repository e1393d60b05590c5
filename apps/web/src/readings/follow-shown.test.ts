import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useComposition } from '../bench/composition-store';
import { followShown } from './follow-shown';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const change = () => useComposition.setState({ preview: null });

it('goes on reading while an amount is dragged, and reads what came last', async () => {
  let reads = 0;
  const end = followShown(async () => {
    reads++;
  });
  await vi.advanceTimersByTimeAsync(200);
  expect(reads).toBe(1);
  // A second of changes, sixty of them, none of which waits for the pause.
  for (let i = 0; i < 60; i++) {
    change();
    await vi.advanceTimersByTimeAsync(16);
  }
  expect(reads).toBeGreaterThan(5);
  expect(reads).toBeLessThan(12);
  change();
  const before = reads;
  await vi.advanceTimersByTimeAsync(500);
  expect(reads).toBe(before + 1);
  end();
  change();
  await vi.advanceTimersByTimeAsync(500);
  expect(reads).toBe(before + 1);
});

it('reads one after the other, and goes on after one that failed', async () => {
  const open: (() => void)[] = [];
  let reads = 0;
  const end = followShown(async () => {
    reads++;
    if (reads === 1) throw new Error('Not there yet.');
    await new Promise<void>((done) => void open.push(done));
  });
  await vi.advanceTimersByTimeAsync(200);
  change();
  await vi.advanceTimersByTimeAsync(200);
  change();
  await vi.advanceTimersByTimeAsync(500);
  expect(reads).toBe(2);
  open[0]?.();
  await vi.advanceTimersByTimeAsync(500);
  expect(reads).toBe(3);
  end();
});
