import { expect, type Page, test } from '@playwright/test';
import { makeLargeComposition } from '../../demo/large-composition';
import { BenchPage, type Pixels } from '../support/bench';

const STROKES = 200;

/** Memory that the page's own objects take, after what nothing holds any more is swept away. */
async function heapOf(page: Page): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send('HeapProfiler.collectGarbage');
  const { usedSize } = await session.send('Runtime.getHeapUsage');
  await session.detach();
  return usedSize / 2 ** 20;
}

/** Has the page note how far its frames are apart, and its long tasks. */
async function watchFrames(page: Page): Promise<void> {
  await page.evaluate(() => {
    const seen = { frames: [] as number[], longTasks: [] as number[] };
    (globalThis as unknown as { seen: typeof seen }).seen = seen;
    let last = performance.now();
    const frame = (now: number) => {
      seen.frames.push(now - last);
      last = now;
      requestAnimationFrame(frame);
    };
    requestAnimationFrame(frame);
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) seen.longTasks.push(entry.duration);
    }).observe({ type: 'longtask' });
  });
}

test('paints across ten layers of 24 megapixels, undoes at once, and its memory stays', async ({
  page,
  baseURL,
}) => {
  test.setTimeout(300_000);
  const id = await makeLargeComposition(baseURL ?? '', 'demo', 'Journey: large');
  const bench = new BenchPage(page);
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await bench.stage('Cut');
  await bench.tool('Brush');
  await bench.settled();
  const undone = page.getByRole('button', { name: /^Undo/ });

  await test.step('a long stroke is painted and undone', async () => {
    const before = await bench.pixels();
    await watchFrames(page);
    await bench.drag(
      [
        [900, 1200],
        [2200, 2600],
        [3600, 1300],
        [5000, 2500],
      ],
      30,
    );
    await expect(undone).toBeEnabled();
    const seen = await page.evaluate(() => (globalThis as unknown as { seen: object }).seen);
    await test.info().attach('frames', { body: JSON.stringify(seen), contentType: 'text/plain' });
    const painted = await bench.pixels();
    expect(Buffer.compare(painted.data, before.data)).not.toBe(0);
    await bench.undo();
    const differs = async (from: Pixels) => Buffer.compare((await bench.pixels()).data, from.data);
    await expect.poll(() => differs(before)).toBe(0);
    await bench.redo();
    await expect.poll(() => differs(painted)).toBe(0);
    await bench.saved();
  });

  await test.step('memory is the same after many strokes and undos', async () => {
    const [from, to] = await bench.onScreen([
      [3000, 1900],
      [3120, 2000],
    ]);
    if (!from || !to) throw new Error('There is no picture.');
    const round = async () => {
      for (let i = 0; i < STROKES; i++) {
        await page.mouse.move(from.x + (i % 20), from.y);
        await page.mouse.down();
        await page.mouse.move(to.x + (i % 20), to.y);
        await page.mouse.up();
      }
      for (let i = 0; i < STROKES; i++) await page.keyboard.press('Control+z');
      await bench.settled();
      await bench.saved();
      return heapOf(page);
    };
    const first = await round();
    const second = await round();
    expect(second - first).toBeLessThan(8);
  });
});
