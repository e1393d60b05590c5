import { expect, test } from '@playwright/test';
import { photoToCut } from '../support/bench';

test('five layers share one mask: a stroke changes all of them, undo restores all', async ({
  page,
}) => {
  const canvas = { width: 1500, height: 1000 };
  const bench = await photoToCut(page, 'Shared mask', 'attic-mid.jpg', canvas);
  await bench.tool('Box');
  await bench.drag([
    [100, 100],
    [700, 900],
  ]);
  await bench.section('Mask shelf');
  await page.getByLabel('Name on the mask shelf').fill('Left half');
  await page.getByRole('button', { name: 'Keep mask' }).click();
  const shelf = page.getByRole('list', { name: 'Mask shelf' });
  await expect(shelf).toContainText('Left half');
  for (let i = 0; i < 4; i++) {
    await page.keyboard.press('Control+d');
    await expect(bench.cards()).toHaveCount(i + 2);
    await page.getByRole('button', { name: /^Use Left half for/ }).click();
    await expect(shelf).toContainText(`${i + 2} uses`);
  }
  await bench.settled();
  const alpha = async (place: readonly [number, number]) => (await bench.colourAt(place))[0];
  // Each layer seen by itself, with its mask as greyscale.
  const seenByAll = async (place: readonly [number, number]) => {
    const seen: number[] = [];
    for (let i = 0; i < 5; i++) {
      await bench.cards().nth(i).locator('[data-active]').click();
      await bench.settled();
      seen.push(await alpha(place));
    }
    return seen;
  };
  expect(await seenByAll([1200, 500])).toEqual([0, 0, 0, 0, 0]);
  await bench.tool('Brush');
  await page.getByRole('button', { name: 'show', exact: true }).click();
  await bench.amount('Size', 120);
  await bench.drag([
    [1100, 500],
    [1300, 500],
  ]);
  await expect(bench.parts()).toHaveCount(2);
  expect(await seenByAll([1200, 500])).toEqual([255, 255, 255, 255, 255]);
  await bench.undo();
  expect(await seenByAll([1200, 500])).toEqual([0, 0, 0, 0, 0]);

  await test.step('one of them gets its own, and no longer follows', async () => {
    await page.getByRole('button', { name: /a mask of its own$/ }).click();
    await bench.amount('Feather', 50);
    const edges = await seenByAll([700, 500]);
    expect(edges.filter((edge) => edge > 60 && edge < 200)).toHaveLength(1);
    await bench.undo();
  });

  await test.step('density lets some of what is hidden through', async () => {
    await bench.amount('Density', 60);
    expect(await alpha([1200, 500])).toBeGreaterThan(95);
    expect(await alpha([1200, 500])).toBeLessThan(110);
  });
});
