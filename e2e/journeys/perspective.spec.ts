import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, newOf } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

const HEADLAND = 'Headland, new sky';

test('corners are drawn out, a grid bent, and both undone, as a fresh page shows them', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: corners');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Dusk sky').click();
  const flat = await bench.pixels();

  await test.step('a corner goes where it is dragged, and no picture is beside it', async () => {
    await page.getByRole('button', { name: 'draw out' }).click();
    await bench.drag([
      [0, 0],
      [400, 300],
    ]);
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBeGreaterThan(40);
    const at = (name: string) => page.getByRole('textbox', { name: new RegExp(`^${name}`) });
    await expect
      .poll(async () => Number(await at('Corner across').inputValue()))
      .toBeCloseTo(400, -0.6);
    await expect
      .poll(async () => Number(await at('Corner down').inputValue()))
      .toBeCloseTo(300, -0.6);
    await expectAsFresh(bench, 'Fit', 'a corner was drawn out');
  });

  await test.step('corners that cross are refused, and nothing is lost', async () => {
    const before = await bench.pixels();
    await bench.amount('Corner across', 3000);
    await expect(page.getByRole('alert').filter({ hasText: 'cross or dent in' })).toBeVisible();
    expect(worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('a bend by the nearest point of its grid', async () => {
    await bench.tool('Bend');
    const before = await bench.pixels();
    await bench.drag([
      [900, 700],
      [980, 640],
    ]);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'a bend');
    await page.getByRole('button', { name: 'Unbend' }).click();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('straightened it is what it was', async () => {
    await page.getByRole('button', { name: 'Straighten' }).click();
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBe(0);
    await expectAsFresh(bench, 'Fit', 'straightening');
  });
});

test('a layer is laid into a plane with its mask, slides in it, and lies flat to be cut', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: plane');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Headland').click();
  const flat = await bench.pixels();
  await bench.tool('Plane');
  await bench.drag([
    [300, 300],
    [1200, 900],
  ]);
  await expect(page.getByTestId('plane')).toHaveCount(1);
  await bench.drag([
    [1200, 300],
    [1250, 420],
  ]);
  await bench.drag([
    [1200, 900],
    [1260, 800],
  ]);
  expect(worst(await bench.pixels(), flat)).toBe(0);
  await page.getByRole('button', { name: 'Lay Headland into Plane' }).click();
  await expect.poll(async () => worst(await bench.pixels(), flat)).toBeGreaterThan(40);
  const laid = await bench.pixels();
  await lookAt(bench, '100 %');
  await expectAsFresh(bench, '100 %', 'laying into a plane');
  await lookAt(bench, 'Fit');

  await test.step('it slides in the plane: right of the middle it moves less far', async () => {
    await bench.tool('Place');
    const field = page.getByRole('textbox', { name: /^Corner across/ });
    const before = Number(await field.inputValue());
    await bench.drag([
      [500, 620],
      [600, 620],
    ]);
    await expect.poll(async () => Number(await field.inputValue())).toBeGreaterThan(before + 50);
    await bench.undo();
    expect(worst(await bench.pixels(), laid)).toBe(0);
  });

  await test.step('it is not cut while it lies in perspective; laid flat it is, and is put up with its new mask', async () => {
    await bench.stage('Cut');
    await bench.tool('Box');
    await bench.drag([
      [700, 300],
      [1000, 700],
    ]);
    await expect(page.getByText(/Lay it flat at Arrange/)).toBeVisible();
    await bench.stage('Arrange');
    await page.getByRole('button', { name: 'Lay it flat' }).click();
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBe(0);
    await page.getByRole('button', { name: 'Put it up again' }).click();
    await expect.poll(async () => worst(await bench.pixels(), laid)).toBe(0);
  });

  await test.step('the plane is deleted: nothing lies in it any more', async () => {
    await bench.tool('Plane');
    await page.getByRole('button', { name: 'Delete Plane' }).click();
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBe(0);
  });
});

test('layers come to lie at lines, are aligned and spaced, and count from any point', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: aligning', 1500, 1000);
  await page.goto(`/c/${id}/arrange`);
  for (const tip of ['Shards A', 'Shards B', 'Spatter']) {
    await page.getByRole('button', { name: 'Add a layer from the shelf' }).click();
    await page.getByRole('button', { name: new RegExp(`^Brush tip: ${tip}`) }).click();
    await bench.settled();
  }
  const field = (name: string) => page.getByRole('textbox', { name: new RegExp(`^${name}(,|$)`) });

  await test.step('a drag ends at the edge of the canvas when it is near, not so with Alt', async () => {
    await bench.drag([
      [750, 500],
      [750 + 618, 500 + 90],
    ]);
    // The picture is 256 pixels wide, so its right edge is at 1500 then.
    await expect(field('Across')).toHaveValue('1372.0');
    await expect(field('Down')).toHaveValue('590.0');
    await bench.undo();
    await page.keyboard.down('Alt');
    await bench.drag([
      [750, 500],
      [750 + 618, 500 + 90],
    ]);
    await page.keyboard.up('Alt');
    await expect(field('Across')).toHaveValue('1368.0');
  });

  await test.step('several are aligned and spaced in one step each', async () => {
    await card(page, 'Brush tip: Shards A, loose cluster').click();
    await bench.amount('Across', 200);
    await card(page, 'Brush tip: Spatter').click({ modifiers: ['Shift'] });
    await page.getByRole('button', { name: 'Equal gaps across' }).click();
    await page.getByRole('button', { name: 'Upper edges' }).click();
    await card(page, 'Brush tip: Shards B, burst').click();
    await expect(field('Across')).toHaveValue('784.0');
    await expect(field('Down')).toHaveValue('128.0');
    await bench.undo();
    await expect(field('Down')).toHaveValue('500.0');
  });

  await test.step('scaled by numbers its upper left corner stays', async () => {
    await page.getByRole('button', { name: 'From the upper left' }).click();
    await expect(field('Across')).toHaveValue('656.0');
    await page.getByRole('button', { name: 'px: size in pixels' }).click();
    await expect(field('Width')).toHaveValue('256.0');
    await bench.amount('Width', 512);
    await expect(field('Across')).toHaveValue('656.0');
    await expect(field('Height')).toHaveValue('512.0');
  });
});

test('a layer stands on the ground of the scene: its size follows the horizon', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: standing');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Keeper').click();
  const field = (name: string) => page.getByRole('textbox', { name: new RegExp(`^${name}(,|$)`) });
  const before = Number(await field('Width').inputValue());
  await bench.tool('Stand');
  await bench.drag([
    [200, 300],
    [200, 500],
  ]);
  await expect.poll(async () => Number(await field('Horizon').inputValue())).toBeCloseTo(500, -0.6);

  // Its foot is at the lower edge and its eye level near the top; on the horizon it is smaller.
  await page.getByRole('button', { name: 'Stand Keeper' }).click();
  await expect.poll(async () => Number(await field('Width').inputValue())).toBeLessThan(before);
  const near = Number(await field('Width').inputValue());
  await expectAsFresh(bench, 'Fit', 'standing');

  await test.step('further away, nearer to the horizon, it is smaller still', async () => {
    await bench.drag([
      [1000, 800],
      [1000, 650],
    ]);
    await expect.poll(async () => Number(await field('Width').inputValue())).toBeLessThan(near - 5);
    await bench.undo();
    await expect(field('Width')).toHaveValue(String(near.toFixed(1)));
  });

  await test.step('above the horizon nothing stands', async () => {
    await bench.amount('Horizon', 1900);
    const size = await field('Width').inputValue();
    await page.getByRole('button', { name: 'Stand Keeper' }).click();
    await expect(page.getByRole('alert').filter({ hasText: 'cannot stand there' })).toBeVisible();
    await expect(field('Width')).toHaveValue(size);
  });
});

test('a press picks the nearest layer under it when that is wished, and tells of those behind', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: picking layers');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const inHand = page.getByTitle(/^Layer name/);
  await card(page, 'Dusk sky').click();
  await bench.drag(
    [
      [900, 700],
      [900, 700],
    ],
    1,
  );
  await expect(inHand).toHaveText('Dusk sky');
  await page.getByRole('checkbox', { name: 'Pick by press' }).check();
  await bench.drag(
    [
      [900, 700],
      [900, 700],
    ],
    1,
  );
  await expect(inHand).toHaveText('Headland');
  // Above the rock its mask hides it, so the sky is meant.
  await bench.drag(
    [
      [300, 100],
      [300, 100],
    ],
    1,
  );
  await expect(inHand).toHaveText('Dusk sky');
  await bench.drag(
    [
      [900, 700],
      [900, 700],
    ],
    1,
  );
  await expect(inHand).toHaveText('Headland');
  await page.getByLabel('Under the pointer').selectOption('Dusk sky');
  await expect(inHand).toHaveText('Dusk sky');
});
