import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

test('the canvas is cropped, turned, drawn larger again, and nothing outside is lost', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: crop');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const before = await bench.pixels();
  const size = page.getByTitle('Canvas size and mixing');
  const scarf = await bench.colourAt([960, 720]);

  await test.step('to a frame that is drawn, by Enter', async () => {
    await bench.tool('Crop');
    await bench.drag([
      [500, 100],
      [1400, 900],
    ]);
    await page.keyboard.press('Enter');
    await expect(size).toHaveText('900 × 800');
    const now = await bench.colourAt([460, 620]);
    now.forEach((value, i) => {
      expect(Math.abs(value - (scarf[i] ?? 0))).toBeLessThan(30);
    });
    await expectAsFresh(bench, 'Fit', 'a crop');
  });

  await test.step('round all layers again: the canvas holds all that was outside', async () => {
    await page.getByRole('button', { name: 'Round all layers' }).click();
    await page.getByRole('button', { name: 'Crop to the frame' }).click();
    await expect(size).not.toHaveText('900 × 800');
    const [width = 0] = ((await size.textContent()) ?? '').split(' × ').map(Number);
    expect(width).toBeGreaterThanOrEqual(1500);
    await bench.undo(2);
    await expect(size).toHaveText('1500 × 1000');
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('in proportions, turned so that a line lies level', async () => {
    await page.getByLabel('Proportions').selectOption('1 : 1');
    await page.getByRole('checkbox', { name: 'Straighten along a line' }).check();
    await bench.drag([
      [300, 500],
      [900, 560],
    ]);
    await expect(page.getByRole('textbox', { name: /^Frame turn/ })).toHaveValue('5.7');
    await page.keyboard.press('Enter');
    const text = (await size.textContent()) ?? '';
    const [width, height] = text.split(' × ').map(Number);
    expect(width).toBe(height);
    await card(page, 'Harbour wall').click();
    await bench.tool('Place');
    await expect(page.getByRole('textbox', { name: /^Turn/ })).toHaveValue('-5.7');
    await expectAsFresh(bench, 'Fit', 'a turned crop');
  });

  await test.step('what is moved lies at a guide', async () => {
    await bench.tool('Crop');
    await page.getByRole('button', { name: 'Upright guide' }).click();
    await bench.amount('Upright 1', 200);
    await expect(page.getByTestId('guide')).toHaveCount(1);
    await bench.undo(3);
    await expect(page.getByTestId('guide')).toHaveCount(0);
    await expect(size).toHaveText('1500 × 1000');
  });
});
