import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { BenchPage, newOf, type Place } from '../support/bench';
import { expectAsFresh } from '../support/same-as-fresh';

const CANVAS = { width: 900, height: 600 };
const HEAD = { x: 260, y: 300, radius: 150 };

/** Where a whisker lies: from the head to the right, bending up. */
const whisker = (x: number) => 296 - 0.0004 * (x - 380) ** 2;

/** A made-up animal: a dark round head with one whisker before a wall of bricks. */
async function animal(): Promise<Buffer> {
  const { width, height } = CANVAS;
  const data = Buffer.alloc(width * height * 3);
  for (let y = 0, i = 0; y < height; y++) {
    for (let x = 0; x < width; x++, i += 3) {
      const near = Math.abs(y + 0.5 - whisker(x)) / Math.hypot(1, 0.0008 * (x - 380));
      const hair = x > 380 && x < 820 ? Math.max(0, Math.min(1, 1.5 - near)) : 0;
      const head = HEAD.radius - Math.hypot(x - HEAD.x, y - HEAD.y);
      const covers = Math.max(hair, Math.max(0, Math.min(1, head)));
      const mortar = y % 60 < 6 || (x + (Math.floor(y / 60) % 2) * 50) % 100 < 6;
      const grain = ((Math.imul(x * 31 + y * 17, 2_654_435_761) >>> 24) / 255 - 0.5) * 14;
      const wall = mortar ? [188, 180, 170] : [150, 92, 70];
      for (let c = 0; c < 3; c++) {
        data[i + c] = Math.round(covers * 32 + (1 - covers) * ((wall[c] as number) + grain));
      }
    }
  }
  return sharp(data, { raw: { width, height, channels: 3 } })
    .png()
    .toBuffer();
}

test('a whisker beyond the head is kept by a stroke that follows it', async ({ page }) => {
  const bench = new BenchPage(page);
  const file = { name: 'whiskered.png', mimeType: 'image/png', buffer: await animal() };
  const brought = await page.request.post('/api/sources', { multipart: { files: file } });
  expect(brought.ok()).toBe(true);
  const id = await newOf(page, 'Journey: whisker', CANVAS.width, CANVAS.height);
  await page.goto(`/c/${id}/gather`);
  await page.getByTitle('whiskered.png: press').first().click();
  await bench.tool('Add as layer');
  await bench.stage('Cut');
  await page.getByRole('button', { name: 'Plain', exact: true }).click();
  const shown = async (x: number, beside = 0) =>
    (await bench.colourAt([x, whisker(x) + beside] as Place))[0];
  const places = [480, 560, 640, 720];

  await test.step('the head is cut by marks; the whisker is not in it', async () => {
    await bench.tool('Marks');
    await bench.drag([
      [200, 300],
      [320, 300],
    ]);
    await bench.drag(
      [
        [40, 40],
        [860, 40],
        [860, 560],
        [40, 560],
      ],
      6,
      'right',
    );
    await bench.jobsDone();
    await expect.poll(async () => (await bench.colourAt([HEAD.x, HEAD.y]))[0]).toBe(255);
    for (const x of places) expect(await shown(x)).toBeLessThan(60);
  });

  await test.step('a stroke near it follows it, and what it covers is worked out', async () => {
    await page.getByRole('button', { name: 'strand', exact: true }).click();
    await page.getByRole('textbox', { name: 'Size, px' }).fill('16');
    await page.keyboard.press('Enter');
    await bench.drag(
      Array.from({ length: 12 }, (_, i): Place => {
        const x = 396 + i * 38;
        return [x, whisker(x) + 3 * Math.sin(i * 2)];
      }),
    );
    await bench.jobsDone();
    await expect.poll(() => shown(560)).toBeGreaterThan(120);
    for (const x of places) {
      expect(await shown(x)).toBeGreaterThan(110);
      expect(await shown(x, 14)).toBeLessThan(40);
      expect(await shown(x, -14)).toBeLessThan(40);
    }
    await page.getByRole('button', { name: 'Composition', exact: true }).click();
    await expectAsFresh(bench, 'Fit', 'a strand');
    await page.getByRole('button', { name: 'Plain', exact: true }).click();
  });

  await test.step('it is one step of the history', async () => {
    await bench.undo();
    await expect.poll(() => shown(560)).toBeLessThan(60);
    await bench.redo();
    await expect.poll(() => shown(560)).toBeGreaterThan(110);
  });

  await test.step('it is found without a stroke, too', async () => {
    await bench.undo();
    await expect.poll(() => shown(560)).toBeLessThan(60);
    await bench.amount('Width', 6);
    await bench.amount('Strands', 450);
    await page.getByRole('button', { name: 'Solve', exact: true }).click();
    await bench.jobsDone();
    await expect.poll(() => shown(560)).toBeGreaterThan(90);
    for (const x of places) {
      expect(await shown(x)).toBeGreaterThan(75);
      expect(await shown(x, 14)).toBeLessThan(40);
      expect(await shown(x, -14)).toBeLessThan(40);
    }
    // The joints of the wall are no strands of it.
    for (const [x, y] of [
      [60, 423],
      [500, 183],
      [700, 423],
    ] as const) {
      expect((await bench.colourAt([x, y]))[0], `${x}, ${y}`).toBeLessThan(40);
    }
  });
});
