import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

const POSTER = 'The Kettle Comet, poster A';

/** On the keeper's scarf and coat, and on the wall beside him. */
const [SCARF, COAT, WALL] = [[975, 640] as const, [1100, 900] as const, [500, 120] as const];

const grey = ([r, g, b]: readonly number[]) =>
  Math.max(r ?? 0, g ?? 0, b ?? 0) - Math.min(r ?? 0, g ?? 0, b ?? 0);
const light = ([r, g, b]: readonly number[]) => (r ?? 0) + (g ?? 0) + (b ?? 0);

test('tones and colours are set by examples from the picture', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: by example');
  await page.goto(`/c/${id}/match`);
  await bench.settled();
  const before = await bench.pixels();

  await test.step('a place that should be neutral, with the picture answering while dragging', async () => {
    await chain.add('levels');
    const start = await bench.pixels();
    const cast = grey(await bench.colourAt(COAT));
    await page.getByRole('button', { name: 'Neutral', exact: true }).click();
    await expect(page.getByTestId('sentence')).toContainText('a neutral grey');
    const [from, to] = await bench.onScreen([COAT, [COAT[0] + 12, COAT[1] + 8]]);
    if (!from || !to) throw new Error('The coat is in view.');
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(to.x, to.y, { steps: 4 });
    await expect.poll(async () => worst(await bench.pixels(), start)).toBeGreaterThan(8);
    await page.mouse.up();
    await expect.poll(async () => grey(await bench.colourAt(COAT))).toBeLessThan(0.75 * cast);
    await bench.undo();
    expect(worst(await bench.pixels(), start)).toBe(0);
    await bench.undo();
  });

  await test.step('a band of hues about a colour of the picture, and nothing else', async () => {
    await chain.add('hue bands');
    const wasCoat = await bench.colourAt(COAT);
    await page.getByRole('button', { name: 'From the picture' }).click();
    await bench.click(SCARF);
    await bench.amount('Hue', 120);
    await bench.amount('Width', 40);
    const scarf = await bench.colourAt(SCARF);
    expect((scarf[1] ?? 0) - (scarf[0] ?? 0)).toBeGreaterThan(10);
    expect(Math.abs(light(await bench.colourAt(COAT)) - light(wasCoat))).toBeLessThan(40);
    await page.getByRole('button', { name: 'Add a band' }).click();
    await expect(page.getByTestId('hue-ring')).toHaveAttribute('aria-label', /band 2/);
    await bench.undo(5);
    await expect(chain.rows()).toHaveCount(0);
  });

  await test.step('tones get the colour of another layer, over overlay at a third', async () => {
    await chain.add('tone tint');
    const picks = page.getByRole('button', { name: 'From the picture' });
    const untaken = await bench.pixels();
    await picks.first().click();
    await bench.click(WALL);
    // The colour is asked for, and comes when it comes.
    await expect.poll(async () => worst(await bench.pixels(), untaken)).toBeGreaterThan(2);
    await page.getByLabel('Blending', { exact: true }).first().selectOption('overlay');
    await page.getByLabel('Amount of Tone tint').focus();
    for (let i = 0; i < 3; i++) await page.keyboard.press('PageDown');
    const tinted = await bench.pixels();
    expect(worst(tinted, before)).toBeGreaterThan(10);
    await expectAsFresh(bench, 'Fit', 'a tone tint from the picture');
  });
});

test('brushes on tone lay down how strong a step is', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: dodge and burn');
  await page.goto(`/c/${id}/match`);
  await bench.settled();
  await bench.tool('Dodge, burn');
  const before = await bench.pixels();
  const [coat, wall] = [await bench.colourAt(COAT), await bench.colourAt(WALL)];
  const over = [
    [COAT[0] - 40, COAT[1]],
    [COAT[0] + 40, COAT[1]],
    [COAT[0] - 40, COAT[1] + 4],
  ] as const;

  await bench.amount('Flow', 40);
  await bench.drag(over);
  await expect(chain.row('Dodge and burn')).toHaveCount(1);
  // The step stands in the chain with the first touch of the stroke.
  const brightness = async () => light(await bench.colourAt(COAT));
  await expect.poll(brightness).toBeGreaterThan(light(coat) + 15);
  await bench.saved();
  const dodged = await bench.colourAt(COAT);
  expect(await bench.colourAt(WALL)).toEqual(wall);
  const one = await bench.pixels();

  await test.step('the second button burns, on the same step', async () => {
    await bench.drag(over, 6, 'right');
    await bench.drag(over, 6, 'right');
    await expect(page.getByText('Brushed (3 strokes)')).toBeVisible();
    expect(light(await bench.colourAt(COAT))).toBeLessThan(light(dodged));
    await expect(chain.rows()).toHaveCount(1);
    await bench.undo(2);
    expect(worst(await bench.pixels(), one)).toBe(0);
  });

  await test.step('its amount counts afterwards, and a brush restores', async () => {
    await bench.amount('At most', 0);
    expect(worst(await bench.pixels(), before)).toBe(0);
    await bench.undo();
    await page.getByRole('button', { name: 'Restore', exact: true }).click();
    await bench.amount('Flow', 100);
    await bench.amount('Softness', 0);
    await bench.drag(over);
    await expect.poll(() => bench.colourAt(COAT)).toEqual(coat);
    await expectAsFresh(bench, 'Fit', 'dodging, burning and restoring');
  });

  await test.step('other brushes have steps of their own; all of it is undone', async () => {
    await page.keyboard.press('a');
    await page.getByRole('button', { name: 'Drain', exact: true }).click();
    await bench.drag(over);
    expect(grey(await bench.colourAt(COAT))).toBeLessThan(grey(coat));
    expect(await chain.names()).toEqual(['Dodge and burn', 'Drain and enrich']);
    await page.getByRole('button', { name: 'Wipe' }).click();
    await expect.poll(() => bench.colourAt(COAT)).toEqual(coat);
    await bench.undo(4);
    await expect(chain.rows()).toHaveCount(0);
    expect(worst(await bench.pixels(), before)).toBe(0);
  });
});

test('a layer shows by tones, and speckled', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: by tone');
  await page.goto(`/c/${id}/match`);
  await bench.settled();
  const before = await bench.pixels();
  const coat = await bench.colourAt(COAT);
  await page.getByRole('checkbox', { name: 'Shows by its own tones' }).check();
  await bench.amount('Nothing below', 55);
  await bench.amount('All from', 70);
  // The coat is dark, so the wall shows through it; the scarf stays.
  expect(await bench.colourAt(COAT)).not.toEqual(coat);
  const blended = await bench.pixels();

  await test.step('a later step does not move the blend, unless it is to follow', async () => {
    await chain.add('exposure');
    await bench.amount('Stops', 5);
    const shown = await bench.colourAt(COAT);
    await page.getByRole('checkbox', { name: /^Follows what its chain/ }).check();
    await expect.poll(() => bench.colourAt(COAT)).not.toEqual(shown);
    await bench.undo(3);
    expect(worst(await bench.pixels(), blended)).toBe(0);
  });

  await test.step('speckle stays where it is at every zoom', async () => {
    await page.getByLabel('Blending', { exact: true }).last().selectOption('speckle');
    await bench.amount('Opacity', 60);
    for (const zoom of ['100 %', 'Fit'] as const) {
      await lookAt(bench, zoom);
      await expectAsFresh(bench, zoom, 'speckle');
    }
    await bench.undo(2);
  });

  await page.getByRole('checkbox', { name: 'Shows by its own tones' }).uncheck();
  await card(page, 'Keeper').click();
  expect(worst(await bench.pixels(), before)).toBe(0);
});
