import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

test('shapes are drawn, meet one another, are filled and stroked, and lie in perspective', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'Headland, new sky', 'Journey: shapes');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const sky = await bench.pixels();
  const inside = [300, 260] as const;
  const behind = await bench.colourAt(inside);

  await test.step('a box by a drag, an oval taken from it', async () => {
    await bench.tool('Shape');
    await bench.drag([
      [200, 160],
      [600, 460],
    ]);
    await expect(card(page, 'Box')).toBeVisible();
    await expect.poll(() => bench.colourAt(inside)).toEqual([217, 167, 74]);
    await page.getByRole('button', { name: 'oval', exact: true }).click();
    await page.getByRole('button', { name: 'subtract', exact: true }).click();
    await bench.drag([
      [220, 180],
      [420, 380],
    ]);
    await expect(page.getByTestId('shape')).toHaveCount(2);
    await expect.poll(() => bench.colourAt(inside)).toEqual(behind);
    await expect.poll(() => bench.colourAt([500, 400])).toEqual([217, 167, 74]);
  });

  await test.step('how the oval meets the box is changed afterwards', async () => {
    await page.getByLabel('How Oval 2 meets').selectOption('intersect');
    await expect.poll(() => bench.colourAt(inside)).toEqual([217, 167, 74]);
    await expect.poll(() => bench.colourAt([500, 400])).not.toEqual([217, 167, 74]);
    await bench.undo();
  });

  await test.step('a curve by its points, closed by Enter, as a layer of its own', async () => {
    await page.getByRole('button', { name: 'curve', exact: true }).click();
    await page.getByRole('button', { name: 'new layer', exact: true }).click();
    for (const at of [
      [700, 160],
      [900, 200],
      [800, 380],
    ] as const) {
      await bench.drag([at, at], 1);
    }
    await page.keyboard.press('Enter');
    await expect(card(page, 'Curve')).toBeVisible();
    await expect.poll(() => bench.colourAt([800, 240])).toEqual([217, 167, 74]);
  });

  await test.step('a stroke outside it, in its own colour', async () => {
    await page.getByRole('checkbox', { name: 'Stroke' }).check();
    await bench.amount('Stroke width', 20);
    await page.getByRole('button', { name: 'outside', exact: true }).click();
    await expect.poll(() => bench.colourAt([696, 152])).toEqual([255, 255, 255]);
    await expectAsFresh(bench, 'Fit', 'shapes');
  });

  await test.step('the stroke in dashes, as many as go round', async () => {
    const line = await bench.pixels();
    await page.getByRole('button', { name: 'dashes', exact: true }).click();
    await bench.amount('Dash length', 30);
    await bench.amount('Dash gap', 30);
    // Beside the first corner a dash begins, and a gap follows it.
    await expect.poll(() => bench.colourAt([716, 154])).toEqual([255, 255, 255]);
    expect(await bench.colourAt([746, 160])).not.toEqual([255, 255, 255]);
    await expectAsFresh(bench, 'Fit', 'a stroke in dashes');
    await page.getByRole('button', { name: 'one line', exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), line)).toBe(0);
    await bench.undo(4);
    await expect.poll(async () => worst(await bench.pixels(), line)).toBe(0);
  });

  await test.step('a point of the curve is dragged, moved by keys, and taken out', async () => {
    const before = await bench.pixels();
    const sky = await bench.colourAt([1000, 150]);
    await bench.drag([
      [900, 200],
      [1100, 130],
    ]);
    await expect.poll(() => bench.colourAt([1000, 170])).toEqual([217, 167, 74]);
    await page.keyboard.press('p');
    await page.keyboard.press('Shift+ArrowLeft');
    await page.keyboard.press('Shift+ArrowLeft');
    await expect.poll(() => bench.colourAt([690, 168])).toEqual([217, 167, 74]);
    await expectAsFresh(bench, 'Fit', 'a curve whose points were moved');
    // Three points are the least that a curve has.
    await page.keyboard.press('Delete');
    await expect(page.getByRole('alert')).toContainText('three points at least');
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    expect(await bench.colourAt([1000, 150])).toEqual(sky);
  });

  await test.step('its corner is drawn out; all is undone to the bare sky', async () => {
    const drawn = await bench.pixels();
    await bench.amount('Corner across', 760);
    await expect.poll(async () => worst(await bench.pixels(), drawn)).toBeGreaterThan(40);
    await expectAsFresh(bench, 'Fit', 'a shape out of square');
    await bench.undo(7);
    await expect.poll(async () => worst(await bench.pixels(), sky)).toBe(0);
  });
});

test('an area becomes a shape, with what was taken out of it as a hole', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'Headland, new sky', 'Journey: shape of an area');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  await page.getByRole('contentinfo').getByRole('button', { name: 'area', exact: true }).click();
  await bench.tool('Oval');
  await bench.drag([
    [300, 160],
    [900, 560],
  ]);
  await page.getByRole('contentinfo').getByRole('button', { name: 'subtract' }).click();
  await bench.tool('Box');
  await bench.drag([
    [540, 300],
    [660, 420],
  ]);
  await page.getByRole('button', { name: 'As a shape' }).click();
  await expect(card(page, 'Shape of the area')).toBeVisible({ timeout: 30_000 });
  await bench.stage('Arrange');
  await expect(page.getByTestId('shape')).toHaveCount(1);
  await expect.poll(() => bench.colourAt([420, 360])).toEqual([217, 167, 74]);
  expect(await bench.colourAt([600, 360])).not.toEqual([217, 167, 74]);
  expect(await bench.colourAt([320, 180])).not.toEqual([217, 167, 74]);
  await expectAsFresh(bench, 'Fit', 'a shape of the area');
});
