import { expect, test } from '@playwright/test';
import { BenchPage } from '../support/bench';

test('at 1280 pixels no option of a tool covers another, and its words stand clear of its number', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  await bench.open('The Kettle Comet, poster A');
  await bench.stage('Cut');
  const tray = page.getByRole('contentinfo');
  await expect(tray.locator('button:has(kbd)')).toHaveCount(10);
  const tools = await tray.locator('button:has(kbd)').all();
  for (const tool of tools) {
    await tool.click();
    await expect(tool).toHaveAttribute('aria-pressed', 'true');
    const faults = await tray.evaluate((footer) => {
      const own = footer.getBoundingClientRect();
      const controls = Array.from(footer.querySelectorAll('button, input, select'));
      const words = Array.from(footer.querySelectorAll('label[for]')).map((label) => {
        const range = document.createRange();
        range.selectNodeContents(label);
        return range;
      });
      const boxes = [...controls, ...words].map((each) => each.getBoundingClientRect());
      const covered = boxes.filter((a, i) =>
        boxes.some((b, k) => {
          const across = Math.min(a.right, b.right) - Math.max(a.left, b.left);
          return k > i && across > 1 && Math.min(a.bottom, b.bottom) - Math.max(a.top, b.top) > 1;
        }),
      );
      const outside = boxes.filter(
        (box) => box.right > own.right || box.bottom > own.bottom || box.top < own.top,
      );
      return { covered: covered.length, outside: outside.length };
    });
    expect(faults, (await tool.textContent()) ?? '').toEqual({ covered: 0, outside: 0 });
  }
});
