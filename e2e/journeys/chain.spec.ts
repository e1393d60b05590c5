import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

const POSTER = 'The Kettle Comet, poster A';

/** On the keeper's scarf, on the wall beside him, and on the crate at the left. */
const [SCARF, WALL, CRATE] = [[975, 640] as const, [500, 120] as const, [110, 690] as const];

const grey = ([r, g, b]: readonly number[]) =>
  Math.max(r ?? 0, g ?? 0, b ?? 0) - Math.min(r ?? 0, g ?? 0, b ?? 0);

test('steps change one layer by its tag, and all behind a glass', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: chain');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const before = await bench.pixels();

  await test.step('a step of the keeper changes him and nothing else', async () => {
    await chain.add('black and white');
    expect(await chain.names()).toEqual(['Monochrome mix']);
    expect(grey(await bench.colourAt(SCARF))).toBeLessThan(4);
    expect(grey(await bench.colourAt(WALL))).toBeGreaterThan(40);
    await expect(page.getByTestId('tag')).toHaveText('1');
  });

  await test.step('its amount, its lamp and a held key take it back, partly and wholly', async () => {
    const bar = page.getByLabel('Amount of Monochrome mix');
    await bar.focus();
    await page.keyboard.press('Home');
    expect(worst(await bench.pixels(), before)).toBe(0);
    await bench.undo();
    const whole = await bench.pixels();
    await chain.lamp('Monochrome mix').click();
    expect(worst(await bench.pixels(), before)).toBe(0);
    await chain.lamp('Monochrome mix').click();
    expect(worst(await bench.pixels(), whole)).toBe(0);
    await chain.row('Monochrome mix').hover();
    await page.keyboard.down('c');
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    await page.keyboard.up('c');
    await expect.poll(async () => worst(await bench.pixels(), whole)).toBe(0);
  });

  await test.step('a glass changes all that lies behind it, and its chain opens by its tag', async () => {
    await page.keyboard.press('Shift+L');
    await page.getByRole('searchbox').fill('negative');
    await page.keyboard.press('Enter');
    const [r] = await bench.colourAt(WALL);
    await chain.lamp('Invert').click();
    const [was] = await bench.colourAt(WALL);
    expect(Math.abs((r ?? 0) + (was ?? 0) - 255)).toBeLessThan(6);
    await chain.lamp('Invert').click();
    await expect(page.getByTestId('tag')).toHaveCount(2);
    await page.getByTestId('tag').first().click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Monochrome mix']);
  });

  await test.step('the screen shows what a fresh page shows, at 100 %, and a reload keeps all', async () => {
    await lookAt(bench, '100 %');
    await expectAsFresh(bench, '100 %', 'a step and a glass');
    await page.reload();
    await bench.settled();
    await expect(page.getByTestId('tag')).toHaveCount(2);
  });

  await test.step('all of it is undone, and done again', async () => {
    await lookAt(bench, 'Fit');
    const changed = await bench.pixels();
    await bench.undo(7);
    await expect(page.getByTestId('tag')).toHaveCount(0);
    expect(worst(await bench.pixels(), before)).toBe(0);
    await bench.redo(7);
    expect(worst(await bench.pixels(), changed)).toBe(0);
  });
});

test('the order of steps, their shelf and other cards', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: chain order');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await chain.add('invert');
  await chain.add('exposure');
  await bench.amount('Stops', -1.5);
  const first = await bench.pixels();

  await test.step('the order of two steps is changed, and seen', async () => {
    await chain.drag('Exposure', chain.row('Invert'), { x: 0.4, y: 0.3 });
    await expect.poll(chain.names.bind(chain)).toEqual(['Exposure', 'Invert']);
    expect(worst(await bench.pixels(), first)).toBeGreaterThan(60);
    await chain.row('Exposure').getByRole('button', { name: 'Move Exposure' }).focus();
    await page.keyboard.press('Alt+ArrowDown');
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert', 'Exposure']);
    expect(worst(await bench.pixels(), first)).toBe(0);
  });

  await test.step('a step is dragged to another card', async () => {
    await chain.drag('Invert', card(page, 'Harbour wall'), { x: 0.5, y: 0.5 });
    await expect.poll(chain.names.bind(chain)).toEqual(['Exposure']);
    await card(page, 'Harbour wall').click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert']);
    const [r, , b] = await bench.colourAt(WALL);
    expect(b ?? 0).toBeGreaterThan(r ?? 0);
    await bench.undo();
    await card(page, 'Keeper').click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert', 'Exposure']);
    expect(worst(await bench.pixels(), first)).toBe(0);
  });

  await test.step('steps are copied, and kept by name', async () => {
    await page.getByText('Shelf of steps').first().click();
    await page.getByLabel('Name on the shelf of steps').fill('Night keeper');
    await page.getByRole('button', { name: /^Keep (chain|step)$/ }).click();
    await chain.open('Exposure');
    await page.getByRole('button', { name: 'Copy Exposure' }).click();
    await card(page, 'Harbour wall').click();
    await page.getByRole('button', { name: /^Paste the steps/ }).click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Exposure']);
    await page.getByRole('button', { name: 'Add Night keeper to the chain' }).click();
    await expect.poll(async () => (await chain.names()).length).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Take Night keeper off the shelf' }).click();
    await expect(page.getByRole('button', { name: 'Add Night keeper to the chain' })).toHaveCount(
      0,
    );
  });

  await test.step('a curve gets a point from the picture, and a white balance its neutral', async () => {
    await card(page, 'Keeper').click();
    await chain.add('curves');
    const points = page.getByRole('button', { name: /^Point \d/ });
    await expect(points).toHaveCount(4);
    await page.getByRole('button', { name: 'Point from picture' }).click();
    await bench.click(SCARF);
    await expect(points).toHaveCount(5);
    await chain.add('neutral grey');
    await page.getByRole('button', { name: 'Neutral from the picture' }).click();
    await bench.click(SCARF);
    await expect
      .poll(() => page.getByRole('textbox', { name: 'Cool to warm' }).inputValue())
      .not.toBe('45.0');
    await expect.poll(async () => grey(await bench.colourAt(SCARF))).toBeLessThan(30);
  });
});

test('steps work where their masks say', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: step masks');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await card(page, 'Harbour wall').click();
  const before = await bench.pixels();
  const wall = await bench.colourAt(WALL);
  const crate = await bench.colourAt(CRATE);

  await test.step('the mask of a step is painted: off, and back', async () => {
    await chain.add('invert');
    const inverted = await bench.colourAt(WALL);
    expect(inverted).not.toEqual(wall);
    await page.getByRole('button', { name: 'Paint it' }).click();
    await expect(page).toHaveURL(/\/cut$/);
    await expect(page.getByTestId('sentence')).toContainText('Invert of Harbour wall');
    await page.getByRole('button', { name: 'hide', exact: true }).click();
    await bench.amount('Size', 160);
    await bench.drag([
      [WALL[0] - 60, WALL[1]],
      [WALL[0] + 60, WALL[1]],
    ]);
    await expect.poll(() => bench.colourAt(WALL)).toEqual(wall);
    expect(await bench.colourAt(CRATE)).not.toEqual(crate);
    await expectAsFresh(bench, 'Fit', 'a stroke on the mask of a step');
    await page.getByRole('button', { name: 'show', exact: true }).click();
    await bench.drag([
      [WALL[0] - 60, WALL[1]],
      [WALL[0] + 60, WALL[1]],
    ]);
    await expect.poll(() => bench.colourAt(WALL)).toEqual(inverted);
  });

  await test.step('Reach picks for it too, on the layer that it changes', async () => {
    await bench.undo(2);
    await bench.tool('Reach');
    await page.keyboard.press('i');
    await bench.drag([CRATE, [CRATE[0] + 40, CRATE[1]]]);
    await bench.jobsDone();
    await expect.poll(() => bench.colourAt(CRATE)).toEqual(crate);
    expect(await bench.colourAt(WALL)).not.toEqual(wall);
    await bench.undo();
    await page.keyboard.press('i');
  });

  await test.step('a mask of the shelf serves three steps, one of them turned round', async () => {
    await bench.tool('Box');
    await page.getByRole('combobox', { name: /The tools make the mask of/ }).selectOption('');
    await page.keyboard.press('y');
    await bench.drag([
      [0, 0],
      [700, 1000],
    ]);
    await bench.section('Mask shelf');
    await page.getByLabel('Name on the mask shelf').fill('Left half');
    await page.getByRole('button', { name: 'Keep mask' }).click();
    await page.keyboard.press('y');
    await page.keyboard.press('Shift+Y');
    await bench.stage('Arrange');
    await chain.open('Invert');
    await chain.fromShelf('Left half');
    const right: [number, number] = [1300, 120];
    const plainRight = await bench.colourAt(right);
    await chain.add('exposure');
    await chain.fromShelf('Left half');
    await chain.add('saturation');
    await chain.fromShelf('Left half');
    await page.getByRole('button', { name: 'Turn the mask round' }).click();
    expect(await bench.colourAt(right)).not.toEqual(plainRight);
    // Density: what is protected is protected only partly.
    await chain.open('Invert');
    const protectedWhole = await bench.colourAt(right);
    await bench.amount('Density', 50);
    expect(await bench.colourAt(right)).not.toEqual(protectedWhole);
    await bench.undo();
    expect(await bench.colourAt(right)).toEqual(protectedWhole);
  });

  await test.step('one stroke changes it for all three, and all is undone', async () => {
    const right: [number, number] = [1300, 120];
    const protectedBefore = await bench.colourAt(right);
    await page.getByRole('button', { name: 'Paint its mask' }).click();
    await page.getByRole('button', { name: 'show', exact: true }).click();
    await bench.amount('Size', 200);
    await bench.drag([
      [right[0] - 40, right[1]],
      [right[0] + 40, right[1]],
    ]);
    await expect.poll(() => bench.colourAt(right)).not.toEqual(protectedBefore);
    await bench.saved();
    await page.reload();
    await bench.settled();
    expect(await bench.colourAt(right)).not.toEqual(protectedBefore);
    // The first of what was done is the first step of the chain.
    for (let left = 40; left > 0 && (await page.getByTestId('tag').count()) > 0; left--) {
      await bench.undo();
      await bench.settled();
    }
    expect(worst(await bench.pixels(), before)).toBe(0);
  });
});

test('a glow shows round a thing whose content is at nought', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: glow');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const beside = [650, 560] as const;
  const [wall, scarf] = [await bench.colourAt(beside), await bench.colourAt(SCARF)];
  await chain.add('halo');
  await bench.amount('Size', 160);
  const lit = await bench.colourAt(beside);
  expect(lit[2]).toBeGreaterThan(wall[2] + 8);
  expect(await bench.colourAt(SCARF)).toEqual(scarf);
  await bench.amount('Content', 0);
  expect(await bench.colourAt(SCARF)).not.toEqual(scarf);
  expect(await bench.colourAt(beside)).toEqual(lit);
  await page.getByRole('button', { name: 'inward', exact: true }).click();
  expect(await bench.colourAt(beside)).toEqual(wall);
  await test.step('a glass has no edge to glow round: it refuses the step, and the chain stays', async () => {
    await page.keyboard.press('Shift+L');
    await page.keyboard.press('Escape');
    await card(page, 'Keeper').click();
    await chain.drag('Glow', card(page, 'Glass'), { x: 0.5, y: 0.5 });
    await expect(page.getByText(/Glow goes round the edge of a thing/)).toBeVisible();
    expect(await chain.names()).toEqual(['Glow']);
    await bench.undo();
  });
  await expectAsFresh(bench, 'Fit', 'an inward glow');
});
