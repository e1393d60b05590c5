import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, type Place } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectDelivered } from '../support/delivered';
import { expectAsFresh } from '../support/same-as-fresh';

/** From the keeper's curls out over the wall. */
const OUT: readonly Place[] = [
  [820, 420],
  [700, 400],
  [560, 370],
];

test('what is pushed away from a border leaves nothing, its own colours, or those of the other side', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'Kettle on the pond', 'Journey: borders of a push');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Kettle by the pond').click();
  await bench.tool('Push');
  await bench.amount('Size', 500);
  const border: Place = [30, 200];
  const before = await bench.colourAt(border);
  await bench.drag(
    [
      [4, 200],
      [120, 200],
    ],
    12,
  );
  await expect.poll(() => bench.colourAt(border)).not.toEqual(before);
  const empty = await bench.colourAt(border);
  await page.getByRole('button', { name: 'stays', exact: true }).click();
  await expect.poll(() => bench.colourAt(border)).not.toEqual(empty);
  const own = await bench.colourAt(border);
  await expectAsFresh(bench, 'Fit', 'a border that stays');
  await page.getByRole('button', { name: 'wraps round', exact: true }).click();
  await expect.poll(() => bench.colourAt(border)).not.toEqual(own);
  await expectAsFresh(bench, 'Fit', 'a border that wraps round');
  await expectDelivered(bench, { width: 1500, height: 1000 });
});

test('a subject is drawn out by Push: with its mask, at an amount, restored by brush, as delivered', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: push');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const before = await bench.pixels();
  const there: Place = [640, 386];
  const wall = await bench.colourAt(there);
  await card(page, 'Keeper').click();
  await bench.tool('Push');
  await bench.amount('Size', 200);

  await test.step('drags the curls over the wall', async () => {
    await bench.drag(OUT, 14);
    await expect(page.getByText('1 stroke', { exact: true })).toBeVisible();
    await expect.poll(() => bench.colourAt(there)).not.toEqual(wall);
    await expectAsFresh(bench, 'Fit', 'a push');
  });

  const pushed = await bench.pixels();

  await test.step('as much of it as is wanted, and none is none', async () => {
    await bench.amount('Pushed', 0);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    await bench.amount('Pushed', 50);
    const half = await bench.pixels();
    expect(worst(half, before)).toBeGreaterThan(40);
    expect(worst(half, pushed)).toBeGreaterThan(40);
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), pushed)).toBe(0);
  });

  await test.step('swells with the first button, and shrinks with the second', async () => {
    await page.getByRole('button', { name: 'swell', exact: true }).click();
    await bench.drag(
      [
        [980, 480],
        [990, 490],
      ],
      4,
    );
    await expect(page.getByText('2 strokes', { exact: true })).toBeVisible();
    expect(worst(await bench.pixels(), pushed)).toBeGreaterThan(30);
    await bench.undo();
  });

  await test.step('the mask alone: what shows changes, the picture under it stays', async () => {
    await page.getByRole('button', { name: 'mask alone', exact: true }).click();
    await page.getByRole('button', { name: 'drag', exact: true }).click();
    await bench.drag(
      [
        [1180, 560],
        [1290, 560],
      ],
      8,
    );
    await expect(page.getByRole('textbox', { name: /^Mask pushed/ })).toBeVisible();
    await expectAsFresh(bench, 'Fit', 'a push of the mask');
  });

  await test.step('is delivered as it shows', () =>
    expectDelivered(bench, { width: 1500, height: 1000 }));

  await test.step('all of it taken back', async () => {
    await bench.stage('Arrange');
    for (let left = 2; left > 0; left--) {
      await page.getByRole('button', { name: 'Take it all back' }).first().click();
      await expect(page.getByRole('button', { name: 'Take it all back' })).toHaveCount(left - 1);
    }
    await page.getByRole('button', { name: 'Fit', exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });
});
