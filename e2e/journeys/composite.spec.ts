import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { BenchPage, newOf, type Place } from '../support/bench';
import { expectDelivered } from '../support/delivered';
import { expectSame } from '../support/same-as-fresh';

const KEEPER = 'demo/photos/keeper-portrait.jpg';
const WALL = 'demo/photos/harbour-wall.jpg';

/** Round the keeper's head, on a canvas of 1500 x 1000 with the portrait fitted to its height. */
const ROUND: readonly Place[] = [
  [590, 990],
  [620, 760],
  [480, 600],
  [420, 420],
  [560, 140],
  [760, 60],
  [960, 160],
  [1080, 400],
  [1020, 620],
  [880, 740],
  [930, 990],
];

test('from two photographs to one delivered picture', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: keeper at the wall', 1500, 1000);
  await page.goto(`/c/${id}/gather`);

  await test.step('brings in one photograph through the file dialog and drops the other', async () => {
    const chooser = page.waitForEvent('filechooser');
    await bench.tool('Bring in');
    await (await chooser).setFiles(WALL);
    await expect(page.getByText('is on the shelf already')).toBeVisible();
    await bench.tool('Add as layer');

    const bytes = (await readFile(KEEPER)).toString('base64');
    const dropped = await page.evaluateHandle((text) => {
      const data = new DataTransfer();
      const file = Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
      data.items.add(new File([file], 'keeper-portrait.jpg', { type: 'image/jpeg' }));
      return data;
    }, bytes);
    await page.getByTestId('shelf').dispatchEvent('drop', { dataTransfer: dropped });
    await expect(page.getByText('keeper-portrait.jpg is on the shelf already')).toBeVisible();
    await bench.tool('Add as layer');
    await expect(bench.cards()).toHaveCount(2);
    await expect(bench.cards().last()).toContainText('The keeper, portrait');
  });

  await test.step('outlines the keeper by corners and brushes the rest away', async () => {
    await bench.stage('Cut');
    await expect(page.getByTestId('sentence')).toContainText('a new mask of The keeper, portrait');
    await bench.tool('Outline');
    for (const place of ROUND) await bench.click(place);
    await page.keyboard.press('Enter');
    await expect(bench.parts()).toHaveCount(1);
    await bench.settled();
    const wall = await bench.colourAt([300, 300]);

    // The portrait's own corner is hidden now, so the wall is seen there.
    await expect.poll(() => bench.colourAt([460, 100])).not.toEqual(wall);
    await bench.tool('Brush');
    await bench.amount('Size', 120);
    const before = await bench.colourAt([750, 880]);
    await bench.drag([
      [600, 880],
      [900, 880],
    ]);
    await expect(bench.parts()).toHaveCount(2);
    await expect(bench.parts().last()).toContainText('1 stroke');
    expect(await bench.colourAt([750, 880])).not.toEqual(before);
    await page.keyboard.press('i');
    await expect(page.getByTestId('sentence')).toContainText('shows what you stroke');
    await bench.drag([
      [600, 880],
      [900, 880],
    ]);
    await expect(bench.parts().last()).toContainText('2 strokes');
    const after = await bench.colourAt([750, 880]);
    before.forEach((value, i) => {
      expect(Math.abs(value - (after[i] ?? 0))).toBeLessThanOrEqual(1);
    });
  });

  await test.step('sets blending and opacity', async () => {
    await bench.stage('Arrange');
    const normal = await bench.colourAt([750, 400]);
    await page.getByLabel('Blending', { exact: true }).selectOption('multiply');
    await bench.settled();
    const multiplied = await bench.colourAt([750, 400]);
    expect(multiplied[0]).toBeLessThan(normal[0]);
    await bench.amount('Opacity', 60);
    await bench.amount('Turn', 4);
    await bench.amount('Across', 780);
    await page.keyboard.press('Escape');
  });

  const finished = await bench.pixels();

  await test.step('undoes ten steps, reloads, and redoes them', async () => {
    await bench.saved();
    const cards = await bench.cards().count();
    await bench.undo(10);
    await expect(bench.cards()).not.toHaveCount(cards);
    await bench.saved();
    await page.reload();
    await bench.settled();
    await bench.redo(10);
    await expect(bench.cards()).toHaveCount(cards);
    await expect(page.getByRole('button', { name: 'Nothing to redo' })).toBeVisible();
    expectSame(await bench.pixels(), finished, 'after undoing and redoing ten steps');
  });

  await test.step("delivers a file whose pixels are the screen's", async () => {
    await expectDelivered(bench, { width: 1500, height: 1000 });
  });
});
