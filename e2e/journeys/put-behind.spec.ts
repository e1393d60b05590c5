import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

test('what stands behind a cut-out is chosen at one press each, and all of it stays', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: put behind');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Keeper').click();
  const wall = await bench.pixels();
  const put = (words: string) =>
    page.getByRole('button', { name: words, exact: true }).and(page.locator('[aria-pressed]'));
  const corner = [60, 60] as const;

  await put('Colour').click();
  await bench.jobsDone();
  await expect(card(page, 'Behind Keeper: colour')).toBeVisible();
  const colour = await bench.colourAt(corner);
  expect(await bench.colourAt([1400, 100])).toEqual(colour);

  await put('Blurred').click();
  await expect(card(page, 'Behind Keeper: blurred')).toBeVisible();
  await expect.poll(() => bench.colourAt([900, 300])).not.toEqual(colour);
  await put('Gradient').click();
  await bench.jobsDone();
  await expect(card(page, 'Behind Keeper: gradient')).toBeVisible();
  await expectAsFresh(bench, 'Fit', 'putting things behind');

  await test.step('one press shows what was there before, another nothing of it', async () => {
    await put('Colour').click();
    await expect.poll(() => bench.colourAt(corner)).toEqual(colour);
    await put('Nothing').click();
    await expect.poll(async () => worst(await bench.pixels(), wall)).toBe(0);
    await expect(card(page, 'Behind Keeper: gradient')).toBeVisible();
    await bench.undo();
    await expect.poll(() => bench.colourAt(corner)).toEqual(colour);
  });
});
