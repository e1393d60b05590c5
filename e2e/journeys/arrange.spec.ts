import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, newOf } from '../support/bench';

const HEADLAND = 'Headland, new sky';

test('moves, scales, turns and mirrors a layer by pointer, keys and numbers', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: placing', 1500, 1000);
  await page.goto(`/c/${id}/arrange`);
  await page.getByRole('button', { name: 'Add a layer from the shelf' }).click();
  await page.getByRole('button', { name: /^Brush tip: Shards A/ }).click();
  await bench.settled();
  const field = (name: string) => page.getByRole('textbox', { name: new RegExp(`^${name}(,|$)`) });
  await expect(field('Across')).toHaveValue('750.0');

  await bench.drag([
    [750, 500],
    [950, 600],
  ]);
  await expect(field('Across')).toHaveValue('950.0');
  await expect(field('Down')).toHaveValue('600.0');
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Shift+ArrowUp');
  await expect(field('Across')).toHaveValue('949.0');
  await expect(field('Down')).toHaveValue('590.0');

  await test.step('scales about the opposite corner, and about the centre with Alt', async () => {
    // The picture is 256 pixels square, so its lower right corner is 128 from its centre.
    await bench.drag([
      [1077, 718],
      [1205, 846],
    ]);
    await expect.poll(async () => Number(await field('Width').inputValue())).toBeCloseTo(150, -0.5);
    const corner =
      Number(await field('Across').inputValue()) - 1.28 * Number(await field('Width').inputValue());
    expect(corner).toBeCloseTo(821, -0.5);
    await bench.undo();
    await expect(field('Width')).toHaveValue('100.0');
    await page.keyboard.down('Alt');
    await bench.drag([
      [1077, 718],
      [1141, 782],
    ]);
    await page.keyboard.up('Alt');
    await expect.poll(async () => Number(await field('Width').inputValue())).toBeCloseTo(150, -0.5);
    await expect
      .poll(async () => Number(await field('Across').inputValue()))
      .toBeCloseTo(949, -0.5);
    await bench.undo();
  });

  await test.step('turns and mirrors, and the picture shows it', async () => {
    await bench.amount('Turn', 90);
    const turned = await bench.pixels();
    await bench.amount('Turn', 0);
    await bench.tool('Turn 90°');
    await expect(field('Turn')).toHaveValue('90.0');
    const again = await bench.pixels();
    expect(Buffer.compare(turned.data, again.data)).toBe(0);
    await bench.tool('Mirror');
    const mirrored = await bench.pixels();
    expect(Buffer.compare(mirrored.data, again.data)).not.toBe(0);
    await bench.tool('Mirror');
    expect(Buffer.compare((await bench.pixels()).data, again.data)).toBe(0);
  });

  await test.step('fits and fills the canvas, and goes back to natural size', async () => {
    await bench.amount('Turn', 0);
    await bench.tool('Inside');
    await expect(field('Width')).toHaveValue((100_000 / 256).toFixed(1));
    await bench.tool('Fill');
    await expect(field('Width')).toHaveValue((150_000 / 256).toFixed(1));
    await expect(field('Across')).toHaveValue('750.0');
    await bench.tool('Natural');
    await expect(field('Width')).toHaveValue('100.0');
  });
});

test('orders layers in depth, and duplicates, renames, hides, locks and deletes them', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: depth');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const names = async () =>
    (await bench.cards().allTextContents()).map((text) => text.replace(/\s+/g, ' ').trim());
  expect(await names()).toEqual(['Dusk sky', 'Storm sky', 'Headland']);
  const before = await bench.pixels();

  await test.step('by dragging a card', async () => {
    const from = await bench.cards().nth(0).boundingBox();
    const to = await bench.cards().nth(2).boundingBox();
    if (!from || !to) throw new Error('There are no cards.');
    await page.mouse.move(from.x + 50, from.y + 50);
    await page.mouse.down();
    await page.mouse.move(to.x + 30, to.y + 50, { steps: 12 });
    await page.mouse.move(to.x + 70, to.y + 50, { steps: 4 });
    await page.mouse.up();
    await expect.poll(names).toEqual(['Storm sky', 'Headland', 'Dusk sky']);
    expect(Buffer.compare((await bench.pixels()).data, before.data)).not.toBe(0);
    await bench.undo();
    await expect.poll(names).toEqual(['Dusk sky', 'Storm sky', 'Headland']);
    expect(Buffer.compare((await bench.pixels()).data, before.data)).toBe(0);
  });

  await test.step('by keys', async () => {
    await page.keyboard.press('Shift+<');
    await expect.poll(names).toEqual(['Dusk sky', 'Headland', 'Storm sky']);
    await page.keyboard.press('Shift+>');
  });

  await page.keyboard.press('Control+d');
  await expect.poll(names).toEqual(['Dusk sky', 'Storm sky', 'Headland', 'Headland copy']);
  await page.getByRole('button', { name: 'Headland copy', exact: true }).first().click();
  await page.getByRole('textbox', { name: 'Layer name' }).fill('Rock');
  await page.keyboard.press('Enter');
  await expect.poll(names).toEqual(['Dusk sky', 'Storm sky', 'Headland', 'Rock']);

  await test.step('a locked layer stays as it is and says why', async () => {
    await page.keyboard.press('k');
    await expect(page.getByTestId('sentence')).toContainText('Rock is locked');
    await bench.drag([
      [800, 800],
      [900, 900],
    ]);
    await expect(page.getByRole('alert')).toContainText('Rock is locked');
    await page.keyboard.press('k');
  });

  await page.keyboard.press('Control+Delete');
  await expect.poll(names).toEqual(['Dusk sky', 'Storm sky', 'Headland']);
  await page.getByRole('button', { name: 'Storm sky is hidden' }).click();
  expect(Buffer.compare((await bench.pixels()).data, before.data)).not.toBe(0);
});

test('a slider shows what it does while it moves, and makes one step', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: slider');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const slider = page.getByRole('slider', { name: 'Opacity' });
  const number = page.getByRole('textbox', { name: /^Opacity/ });
  const before = await bench.colourAt([850, 700]);
  const track = await slider.boundingBox();
  if (!track) throw new Error('There is no slider.');
  const y = track.y + track.height / 2;
  await page.mouse.move(track.x + track.width - 7, y);
  await page.mouse.down();
  for (const share of [0.8, 0.6, 0.4]) await page.mouse.move(track.x + track.width * share, y);
  const tried = await bench.colourAt([850, 700]);
  expect(tried).not.toEqual(before);
  await page.mouse.up();
  const set = Number(await number.inputValue());
  expect(set).toBeGreaterThan(30);
  expect(set).toBeLessThan(50);
  await bench.saved();
  await page.reload();
  await bench.settled();
  expect(await bench.colourAt([850, 700])).toEqual(tried);
  await bench.undo();
  await expect(number).toHaveValue('100');
  await slider.focus();
  await page.keyboard.press('ArrowLeft');
  await expect(number).toHaveValue('99');
});

test('an unlinked mask stays where it is while its layer moves', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: unlinked');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const sky = await bench.colourAt([300, 200]);
  // Rock on the canvas; 400 to the left of it there was sky.
  const place = [850, 700] as const;
  const moved = [850 - 400, 625] as const;
  const seen = await bench.colourAt(place);
  await page.getByRole('button', { name: 'Linked', exact: true }).click();
  await bench.amount('Across', 810 - 400);
  expect(await bench.colourAt(place)).not.toEqual(seen);
  const unlinked = await bench.colourAt(moved);
  await bench.undo(2);
  await bench.amount('Across', 810 - 400);
  const linked = await bench.colourAt(moved);
  expect(linked).not.toEqual(unlinked);
  expect(await bench.colourAt([300, 200])).toEqual(sky);
});
