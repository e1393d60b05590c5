import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, newOf } from '../support/bench';

test('lists compositions, and renames, duplicates and deletes them, with undo', async ({
  page,
}) => {
  await copyOf(page, 'The Kettle Comet, poster A', 'Journey: listed');
  await page.goto('/');
  const titles = () => page.getByTestId('composition').locator('strong').allTextContents();
  await expect.poll(titles).toContain('Journey: listed');
  const card = page.getByTestId('composition').filter({ hasText: 'Journey: listed' });
  const thumbnail = card.getByRole('link').locator('img');
  await expect
    .poll(() => thumbnail.evaluate((image: HTMLImageElement) => image.naturalWidth))
    .toBe(480);

  await page.getByLabel('Rename Journey: listed').click();
  await page.getByLabel('New title').fill('Journey: renamed');
  await page.keyboard.press('Enter');
  await expect.poll(titles).toContain('Journey: renamed');
  await page.getByLabel('Duplicate Journey: renamed').click();
  await expect.poll(titles).toContain('Journey: renamed copy');
  await page.getByLabel('Delete Journey: renamed copy').click();
  await expect.poll(titles).not.toContain('Journey: renamed copy');
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect.poll(titles).toContain('Journey: renamed copy');
});

test('begins compositions from a size and from a source', async ({ page }) => {
  const bench = new BenchPage(page);
  await page.goto('/');
  await page.getByLabel('Title').fill('Journey: from a size');
  await page.getByLabel('Width, px').fill('640');
  await page.getByLabel('Height, px').fill('480');
  await page.getByRole('button', { name: 'Begin' }).click();
  await expect(page).toHaveURL(/gather$/);
  await expect(page.getByTitle('Canvas size and mixing')).toHaveText('640 × 480');

  await page.goto('/');
  await page.getByTitle(/^New composition of 1125 × 1500/).click();
  await expect(page).toHaveURL(/cut$/);
  await bench.settled();
  await expect(page.getByTitle('Canvas size and mixing')).toHaveText('1125 × 1500');
  await expect(bench.cards()).toHaveCount(1);
});

test('says so when a composition is not there', async ({ page }) => {
  await page.goto('/c/nothing/cut');
  await expect(page.getByRole('alert')).toContainText('There is no composition nothing');
});

test('zooms at the pointer, pans, and reads pixels', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: zoom');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  const readout = page.getByTestId('readout');
  const [at] = await bench.onScreen([[400, 300]]);
  if (!at) throw new Error('There is no picture.');
  await page.mouse.move(at.x, at.y);
  await expect(readout).toContainText(/x (399|400) y (299|300)/);
  await page.mouse.wheel(0, -600);
  await bench.settled();
  await page.mouse.move(at.x + 0.5, at.y);
  await expect(readout).toContainText(/x (399|400|401) y (299|300|301)/);

  await page.keyboard.press('8');
  await expect(page.getByTestId('zoom')).toHaveText('400 %');
  const zoomed = await bench.pixels();
  // Four by four squares of one colour: the composition's own pixels.
  const ground = await page.getByTestId('canvas-ground').boundingBox();
  const area = await bench.picture.boundingBox();
  if (!ground || !area) throw new Error('There is no picture.');
  const offset = (start: number, from: number) => ((((start - from) % 4) + 4) % 4) + 200;
  const [x0, y0] = [offset(ground.x, area.x), offset(ground.y, area.y)];
  const colour = (x: number, y: number) => {
    const i = (y * zoomed.width + x) * 4;
    return [...zoomed.data.subarray(i, i + 3)];
  };
  for (const [dx, dy] of [
    [3, 0],
    [0, 3],
    [3, 3],
  ] as const) {
    expect(colour(x0 + dx, y0 + dy)).toEqual(colour(x0, y0));
  }

  const before = await page.getByTestId('canvas-ground').boundingBox();
  await page.keyboard.down(' ');
  await page.mouse.down();
  await page.mouse.move(at.x + 60, at.y + 30, { steps: 3 });
  await page.mouse.up();
  await page.keyboard.up(' ');
  const after = await page.getByTestId('canvas-ground').boundingBox();
  expect(Math.abs((after?.y ?? 0) - (before?.y ?? 0) - 30)).toBeLessThanOrEqual(1);
  await page.keyboard.press('0');
  await bench.settled();
  await expect(page.getByRole('button', { name: 'Fit', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
});

test('finds every command in the palette, shows all keys, and changes the theme', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: keys', 300, 200);
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Sheet of keys' })).toContainText('Next backdrop');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Sheet of keys' })).toHaveCount(0);
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox').or(page.getByRole('searchbox')).first()).toBeFocused();
  await page.keyboard.type('bright');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'bright');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'bright');
  await page.keyboard.press('6');
  await expect(page).toHaveURL(/deliver$/);
  await page.keyboard.press('1');
  await expect(page).toHaveURL(/gather$/);
  await page.getByTitle('Canvas size and mixing').click();
  await page.getByLabel('Width, px').fill('500');
  await page.getByRole('button', { name: 'Set it' }).click();
  await expect(page.getByTitle('Canvas size and mixing')).toHaveText('500 × 200');
  await page.keyboard.press('Control+z');
  await expect(page.getByTitle('Canvas size and mixing')).toHaveText('300 × 200');

  await test.step('the resolution in print is a step of its own, and changes no size', async () => {
    await page.getByTitle('Canvas size and mixing').click();
    await page.getByLabel('Pixels to an inch').fill('254');
    await expect(page.getByText('in print 3.0 × 2.0 cm')).toBeVisible();
    await page.getByRole('button', { name: 'Set it' }).click();
    await bench.saved();
    const perInch = async () => {
      const kept = await page.request.get(`/api/compositions/${id}`);
      const { document } = (await kept.json()) as { document: { canvas: { perInch?: number } } };
      return document.canvas.perInch;
    };
    await expect.poll(perInch).toBe(254);
    await expect(page.getByTitle('Canvas size and mixing')).toHaveText('300 × 200');
    await page.keyboard.press('Control+z');
    await expect.poll(perInch).toBeUndefined();
  });
});
