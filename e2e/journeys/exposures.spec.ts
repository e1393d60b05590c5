import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

const POSTER = 'The Kettle Comet, poster A';

/** In the attic: the view out of the window, and the wall at the left. */
const [VIEW, WALL] = [[690, 560] as const, [320, 560] as const];

const light = ([r, g, b]: readonly number[]) => (r ?? 0) + (g ?? 0) + (b ?? 0);

test('a bracket is found on the shelf, laid aligned, and fused by masks', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: exposures');
  await page.goto(`/c/${id}/gather`);

  await test.step('among all photographs the attic, and nothing else, is a bracket', async () => {
    const found = page.getByTestId('bracket');
    await expect(found).toHaveCount(1, { timeout: 60_000 });
    await expect(found).toContainText('Bracket of 3 exposures');
    const rows = await found.getByRole('listitem').allTextContents();
    expect(rows.map((row) => row.replace(/ ?(darkest|\+[\d.]+ stops)$/, ''))).toEqual([
      'Attic, under-exposed frame',
      'Attic, middle exposure',
      'Attic, over-exposed frame',
    ]);
    expect(rows[1]).toMatch(/\+2\.[23] stops/);
  });

  await test.step('it is laid as a group, each frame moved onto the darkest', async () => {
    await page.getByRole('button', { name: 'Lay as a group' }).click();
    await expect(card(page, 'Exposures')).toBeVisible({ timeout: 60_000 });
    await bench.jobsDone();
    await card(page, 'Attic, middle exposure').click();
    await bench.stage('Arrange');
    const turn = page.getByRole('textbox', { name: /^(Turn|Angle)/ }).first();
    await expect.poll(async () => Number(await turn.inputValue())).toBeCloseTo(0.2, 0);
    await bench.stage('Match');
  });

  await card(page, 'Exposures').click();
  await test.step('the tones of one exposure are tried, shown alone, and held to be painted through', async () => {
    const whole = await bench.pixels();
    await page.getByRole('button', { name: '2: the narrow lights' }).hover();
    await expect.poll(async () => worst(await bench.pixels(), whole)).toBeGreaterThan(40);
    const tried = await bench.pixels();
    await page.getByRole('button', { name: '2: the narrow lights' }).click();
    await page.mouse.move(500, 400);
    await expect.poll(async () => worst(await bench.pixels(), tried)).toBe(0);
    await bench.undo();
    await page.getByRole('button', { name: 'paint', exact: true }).click();
    await page.getByRole('button', { name: '2: the narrow lights' }).click();
    await expect(page.getByTestId('sentence')).toContainText('inside the area only');
    await expect.poll(async () => worst(await bench.pixels(), whole)).toBe(0);
    await bench.undo();
    await bench.stage('Match');
    await card(page, 'Exposures').click();
  });

  const burnt = await bench.colourAt(VIEW);
  const wall = await bench.colourAt(WALL);
  await page.getByRole('button', { name: 'Fuse', exact: true }).click();
  await expect(page.getByTestId('job-line')).toBeVisible();
  await bench.jobsDone();
  // The lightest frame burns the window out; fused, its view is there, and the room stays light.
  await expect.poll(async () => light(await bench.colourAt(VIEW))).toBeLessThan(light(burnt) - 8);
  expect(light(await bench.colourAt(WALL))).toBeGreaterThan(light(wall) * 0.4);
  const fused = await bench.pixels();

  await test.step('a tint of one exposure afterwards does not move the blend', async () => {
    await card(page, 'Attic, over-exposed frame').click();
    await chain.add('tint');
    expect(worst(await bench.pixels(), fused)).toBeGreaterThan(5);
    await bench.undo();
    expect(worst(await bench.pixels(), fused)).toBe(0);
  });
  await expectAsFresh(bench, 'Fit', 'fusing');
});

test('states are looked at, compared and opened from the history', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: history');
  await page.goto(`/c/${id}/match`);
  await bench.settled();
  const before = await bench.pixels();
  await chain.add('invert');
  await chain.add('monochrome');
  const after = await bench.pixels();
  await page.keyboard.press('Alt+h');
  const states = page.getByTestId('state');
  await expect(states.first()).toContainText('Added Monochrome mix to Keeper');

  await test.step('held, an earlier state is seen only', async () => {
    const eye = states.nth(2).getByRole('button', { name: /^Hold to see/ });
    const box = await eye.boundingBox();
    if (!box) throw new Error('The drawer is open.');
    await page.mouse.move(box.x + 8, box.y + 8);
    await page.mouse.down();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    await page.mouse.up();
    await expect.poll(async () => worst(await bench.pixels(), after)).toBe(0);
  });

  await test.step('compared with any state by a held key, a line that moves, and side by side', async () => {
    await states
      .nth(2)
      .getByRole('button', { name: /^Compare with/ })
      .click();
    await page.mouse.move(500, 400);
    await page.keyboard.down('c');
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    await page.keyboard.up('c');
    await page.getByLabel('How before and after are compared').selectOption('split');
    const line = page.getByRole('slider', { name: 'Line between before and after' });
    await line.focus();
    await page.keyboard.press('ArrowRight');
    await expect(line).toHaveAttribute('aria-valuenow', '52');
    const left = page.getByTestId('picture-before');
    await expect(left).toHaveAttribute('data-settled', 'true');
    await page.getByLabel('How before and after are compared').selectOption('beside');
    await expect(left).toHaveAttribute('data-settled', 'true');
    await page.getByLabel('How before and after are compared').selectOption('flicker');
    await expect(left).toBeHidden();
    await expect(left).toBeVisible();
    await page.getByLabel('How before and after are compared').selectOption('held');
    await expect(left).toHaveCount(0);
  });

  await test.step('a state is named as a version, and what differs since is told and shown', async () => {
    await states
      .nth(1)
      .getByRole('button', { name: /^Name as a version/ })
      .click();
    const version = page.getByTestId('version');
    await expect(version).toHaveCount(1);
    await version.getByTitle(/^Name of the version/).click();
    const name = version.getByLabel(/^Name of the version/);
    await name.fill('First try');
    await name.press('Enter');
    await expect(version).toContainText('First try');
    await version.getByRole('button', { name: 'Compare with: First try' }).click();
    await expect(page.getByTestId('differences')).toContainText('Keeper: with Monochrome mix');
    await page.getByLabel('How before and after are compared').selectOption('difference');
    await expect(page.getByTestId('picture-before')).toHaveAttribute('data-settled', 'true');
    const { default: sharp } = await import('sharp');
    const mean = async (x: number, y: number) => {
      const [at] = await bench.onScreen([[x, y]]);
      if (!at) throw new Error('There is no picture.');
      const clip = { x: at.x - 20, y: at.y - 20, width: 40, height: 40 };
      const { channels } = await sharp(await page.screenshot({ clip })).stats();
      return channels[2]?.mean ?? 0;
    };
    // Where nothing changed nothing is left; the scarf is no longer blue.
    await expect.poll(() => mean(500, 120)).toBeLessThan(2);
    expect(await mean(975, 640)).toBeGreaterThan(10);
    await page.getByLabel('How before and after are compared').selectOption('held');
    await version.getByRole('button', { name: /^Take the version away/ }).click();
    await expect(version).toHaveCount(0);
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click();
    await expect(version).toContainText('First try');
    await version.getByRole('button', { name: 'Go to: First try' }).click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert']);
    await bench.undo();
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert', 'Monochrome mix']);
  });

  await test.step('a click goes there, and a state opens as a composition of its own', async () => {
    await states
      .nth(2)
      .getByRole('button', { name: /^Go to/ })
      .click();
    await expect.poll(chain.names.bind(chain)).toEqual(['Invert']);
    await states
      .nth(3)
      .getByRole('button', { name: /^Open as a composition/ })
      .click();
    await expect(page).not.toHaveURL(new RegExp(id));
    await bench.settled();
    await bench.stage('Match');
    expect(worst(await bench.pixels(), before)).toBe(0);
  });
});

test('readings follow, and the picture is looked at in other ways', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, POSTER, 'Journey: readings');
  await page.goto(`/c/${id}/match`);
  await bench.settled();
  const clipped = page.getByTestId('clipped');
  await page.getByRole('button', { name: 'layer', exact: true }).click();
  await chain.add('exposure');
  await bench.amount('Stops', 4);
  await expect
    .poll(async () => Number((await clipped.textContent())?.split(', ')[1]?.replace(' %', '')))
    .toBeGreaterThan(10);

  await test.step('what is burnt out is marked on the picture while it is', async () => {
    await page.getByLabel('Mark what is clipped').check();
    const marks = page.getByTestId('clip-marks');
    const count = () =>
      marks.evaluate((canvas: HTMLCanvasElement) => {
        if (canvas.width === 0) return -1;
        const { data } = (canvas.getContext('2d') as CanvasRenderingContext2D).getImageData(
          ...([0, 0, canvas.width, canvas.height] as const),
        );
        let sum = 0;
        for (let i = 3; i < data.length; i += 4) if (data[i]) sum++;
        return sum;
      });
    await expect.poll(count).toBeGreaterThan(2000);
    await bench.undo(2);
    await bench.settled();
    await expect.poll(count).toBeLessThan(2000);
    await page.getByLabel('Mark what is clipped').uncheck();
    await expect(marks).toHaveCount(0);
  });

  await test.step('a sample on the picture reads before and after', async () => {
    await bench.tool('Sample');
    await bench.click([500, 120]);
    const sample = page.getByTestId('sample');
    await expect(sample).toContainText(/\d+ \d+ \d+/);
    const cells = () => sample.getByRole('cell').allTextContents();
    await expect.poll(async () => (await cells())[0]?.trim()).toBe((await cells())[1]?.trim());
    await card(page, 'Harbour wall').click();
    await chain.add('invert');
    await expect.poll(async () => (await cells())[0] === (await cells())[1]).toBe(false);
    await page.getByRole('button', { name: 'OKLCh' }).click();
    await expect(sample).toContainText('°');
    await bench.undo();
    await page.getByRole('button', { name: 'Take sample 1 away' }).click();
    await expect(sample).toHaveCount(0);
    await bench.tool('Dodge, burn');
  });

  await test.step('lightness only has no colour; mirrored, nothing can be painted', async () => {
    const look = page.getByLabel('How the picture is looked at');
    await look.selectOption('Lightness only');
    const shot = await page.getByRole('main', { name: 'Picture' }).screenshot();
    const { default: sharp } = await import('sharp');
    const [r, g, b] = (
      await sharp(shot).extract({ left: 300, top: 200, width: 300, height: 200 }).stats()
    ).channels;
    expect(Math.abs((r?.mean ?? 0) - (b?.mean ?? 0))).toBeLessThan(1.5);
    expect(Math.abs((r?.mean ?? 0) - (g?.mean ?? 0))).toBeLessThan(1.5);
    await look.selectOption('Mirrored');
    await bench.drag([
      [900, 600],
      [950, 620],
    ]);
    await expect(chain.rows()).toHaveCount(0);
    await look.selectOption('As it is');
  });
});

test('what moved between exposures is outlined, and given to one of them', async ({ page }) => {
  const { default: sharp } = await import('sharp');
  const bench = new BenchPage(page);
  // The same room again, in which a basket has been put between the exposures.
  const basket = await sharp({
    create: { width: 150, height: 110, channels: 3, background: '#b98a4a' },
  })
    .png()
    .toBuffer();
  const frames = await Promise.all(
    (['mid', 'over'] as const).map(async (name) => {
      const picture = sharp(`demo/photos/attic-${name}.jpg`).resize(900, 600);
      const put = name === 'over' ? [{ input: basket, left: 120, top: 430 }] : [];
      const buffer = await picture.composite(put).png().toBuffer();
      return { name: `room-${name}.png`, mimeType: 'image/png', buffer };
    }),
  );
  const id = await copyOf(page, POSTER, 'Journey: ghosts');
  await page.goto(`/c/${id}/gather`);
  const chooser = page.waitForEvent('filechooser');
  await bench.tool('Bring in');
  await (await chooser).setFiles(frames);
  const bracket = page.getByTestId('bracket').filter({ hasText: 'room-mid' });
  await expect(bracket).toHaveCount(1, { timeout: 60_000 });
  await bracket.getByRole('button', { name: 'Lay as a group' }).click();
  await expect(card(page, 'Exposures')).toBeVisible({ timeout: 60_000 });
  await bench.jobsDone();
  await card(page, 'Exposures').click();
  await bench.settled();
  const laid = await bench.pixels();
  await page.getByRole('button', { name: 'Find where they disagree' }).click();
  const ghost = page.getByTestId('ghost');
  await expect(ghost).toHaveCount(1, { timeout: 60_000 });
  await expect(page.getByTestId('ghost-outlines')).toBeVisible();
  // The canvas is 1500 wide and holds 900 at its natural size, in the middle.
  const middle = [300 + 195, 200 + 485] as const;
  const withBasket = await bench.colourAt(middle);
  await ghost.getByRole('combobox').selectOption({ label: 'room-mid' });
  const without = await bench.colourAt(middle);
  expect(light(withBasket) - light(without)).toBeGreaterThan(60);
  await ghost.getByRole('combobox').selectOption({ label: 'room-over' });
  await expect.poll(() => bench.colourAt(middle)).toEqual(withBasket);
  await expectAsFresh(bench, 'Fit', 'giving a place to an exposure');
  await bench.undo(2);
  expect(worst(await bench.pixels(), laid)).toBe(0);
});
