import { expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf, photoToCut, wallToCut } from '../support/bench';
import { card, worst } from '../support/chain';

/** What undo would take back, in words. */
const undone = (page: Page) => page.getByRole('button', { name: /^Undo/ }).getAttribute('title');

const POSTER = 'The Kettle Comet, poster A';

test('an unfinished outline has its own undo, and waits while another tool is in hand', async ({
  page,
}) => {
  const bench = await wallToCut(page, 'Journey: unfinished outline');
  const step = await undone(page);
  await bench.tool('Outline');
  const corners = await bench.onScreen([
    [300, 300],
    [700, 300],
    [700, 700],
    [1200, 900],
  ]);
  for (const { x, y } of corners) await page.mouse.click(x, y);

  await test.step('undo takes corners back, redo brings them again, and no step is undone', async () => {
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+z');
    await page.keyboard.press('Control+Shift+z');
    expect(await undone(page)).toBe(step);
  });

  await test.step('another tool is taken and put back, and Enter loses nothing', async () => {
    await page.keyboard.press('r');
    await page.keyboard.press('q');
    await page.keyboard.press('Enter');
    await expect(bench.parts()).toContainText(['3 points']);
  });

  await test.step('after that undo takes the outline itself back', async () => {
    await page.keyboard.press('Control+z');
    await expect(bench.parts()).toHaveCount(0);
  });
});

test('a solve is called off by undo and by Escape, and what is deleted meanwhile ends it', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, POSTER, 'Journey: called off');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  await card(page, 'Keeper').click();
  await page
    .getByRole('button', { name: /^Take .* in hand$/ })
    .first()
    .click();
  const parts = await bench.parts().count();
  const step = await undone(page);
  const solve = async () => {
    await bench.amount('Width', 120);
    await page.getByRole('button', { name: /^Solve/ }).click();
    await expect(page.getByTestId('job-line')).toBeVisible();
  };

  await test.step('its marks go out of the way by a key, and come back', async () => {
    await bench.tool('Marks');
    const marks = () =>
      page
        .locator('.konvajs-content canvas')
        .last()
        .evaluate((canvas: HTMLCanvasElement) => canvas.toDataURL());
    const shown = await marks();
    await page.keyboard.press('Shift+N');
    await expect.poll(marks).not.toBe(shown);
    await page.keyboard.press('Shift+N');
    await expect.poll(marks).toBe(shown);
  });

  for (const key of ['Control+z', 'Escape']) {
    await test.step(`${key} calls it off and says so`, async () => {
      await solve();
      await page.keyboard.press(key);
      await expect(page.getByText(/^Called off: Solving/)).toBeVisible();
      await expect(page.getByTestId('job-line')).toBeHidden();
      expect(await undone(page)).toBe(step);
      await expect(bench.parts()).toHaveCount(parts);
    });
  }

  await test.step('the layer goes while it is solved, and nothing is wrong', async () => {
    await solve();
    await page
      .getByRole('button', { name: /^Delete this layer/ })
      .first()
      .click();
    await expect(card(page, 'Keeper')).toBeHidden();
    await expect(page.getByTestId('job-line')).toBeHidden();
    await expect(page.getByRole('alert')).toHaveCount(0);
  });
});

test('nothing is lost by reloading right after a change', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, POSTER, 'Journey: reloads');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  await card(page, 'Keeper').click();
  const feather = page.getByRole('textbox', { name: 'Feather, px' });
  // From at once to later than it is saved by itself.
  for (const [turn, wait] of [0, 30, 400, 700, 1500].entries()) {
    await bench.amount('Feather', turn + 1);
    await page.waitForTimeout(wait);
    await page.reload();
    await bench.settled();
    await expect(feather).toHaveValue(`${turn + 1}.0`);
  }

  await test.step('tiles that never arrived are sent when it is opened again', async () => {
    await page.route('**/api/blobs/**', (route) =>
      route.request().method() === 'PUT' ? route.abort() : route.continue(),
    );
    await bench.tool('Brush');
    const step = await undone(page);
    await bench.drag([
      [820, 880],
      [900, 940],
    ]);
    await expect.poll(() => undone(page)).not.toBe(step);
    await page.unroute('**/api/blobs/**');
    await page.reload();
    await bench.settled();
    await expect(bench.parts().last()).toContainText('1 stroke');
  });
  await test.step('a stroke that is still being kept is painted again', async () => {
    let waited = 0;
    for (const [turn, wait] of [0, 0, 25, 50, 100, 200].entries()) {
      await bench.tool('Brush');
      await bench.amount('Size', 300);
      await bench.drag([
        [500, 300 + turn * 20],
        [1400, 320 + turn * 20],
      ]);
      await page.waitForTimeout(wait);
      const left = await page.evaluate((key) => localStorage.getItem(key), `diplex-strokes-${id}`);
      if (left !== null) waited++;
      await page.reload();
      await bench.settled();
      await expect(bench.parts().last()).toContainText(`${turn + 2} strokes`);
    }
    expect(waited, 'strokes that were no steps yet when the page was reloaded').toBeGreaterThan(0);
  });
  await test.step('so are two, of which only the first may be a step by then', async () => {
    await bench.tool('Brush');
    await bench.amount('Size', 300);
    for (const y of [500, 700]) {
      await bench.drag([
        [500, y],
        [1400, y + 20],
      ]);
    }
    await page.reload();
    await bench.settled();
    await expect(bench.parts().last()).toContainText('9 strokes');
  });
  const shown = await bench.pixels();
  await expect(page.getByText(/^saved/)).toBeVisible();
  await page.reload();
  await bench.settled();
  expect(worst(await bench.pixels(), shown)).toBe(0);
});

test('what is painted while a found edge is solved comes after it; Escape leaves the plain cut', async ({
  page,
}) => {
  const canvas = { width: 1200, height: 1500 };
  const bench = await photoToCut(page, 'Journey: found edge', 'keeper-portrait.jpg', canvas);
  const find = async () => {
    await page.getByRole('button', { name: 'Find subject' }).click();
    const offers = page.getByRole('list', { name: 'Found subjects' }).getByRole('button');
    await offers.first().click({ timeout: 60_000 });
    await expect(bench.parts()).toHaveCount(1, { timeout: 60_000 });
    await expect(page.getByTestId('job-line')).toContainText('Solving the edge');
  };

  await test.step('Escape stops it', async () => {
    await find();
    await page.keyboard.press('Escape');
    await expect(page.getByText(/^Called off: Solving/)).toBeVisible();
    await expect(page.getByTestId('job-line')).toBeHidden();
    await expect(bench.parts()).toHaveCount(1);
    await bench.undo();
  });

  await test.step('a stroke beside it is there before and after', async () => {
    await find();
    const corner = [150, 150] as const;
    await bench.tool('Brush');
    await page.getByRole('button', { name: 'show', exact: true }).click();
    await bench.drag([
      [100, 150],
      [200, 150],
    ]);
    await expect.poll(async () => (await bench.colourAt(corner))[0]).toBeGreaterThan(200);
    await expect(bench.parts()).toHaveCount(3, { timeout: 60_000 });
    await bench.jobsDone();
    await expect(bench.parts()).toContainText(['Figure', 'Solved edge', 'Painted']);
    expect((await bench.colourAt(corner))[0]).toBeGreaterThan(200);
  });
});

test('on a mask that is used turned round, what is shown is seen', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, POSTER, 'Journey: turned round');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  await card(page, 'Keeper').click();
  await bench.tool('Brush');
  await page.getByRole('button', { name: 'show', exact: true }).click();
  const coat = [830, 900] as const;
  const whole = await bench.colourAt(coat);
  await page.getByRole('button', { name: 'Turn round', exact: true }).click();
  await expect.poll(() => bench.colourAt(coat)).not.toEqual(whole);
  await expect(page.getByRole('contentinfo')).toContainText(
    'the mask of Keeper, which it uses turned round: shows what you stroke',
  );
  await bench.amount('Size', 120);
  await bench.amount('Softness', 0);
  await bench.drag([
    [810, 900],
    [850, 900],
  ]);
  await expect.poll(() => bench.colourAt(coat)).toEqual(whole);
  await bench.undo(2);
  await expect.poll(() => bench.colourAt(coat)).toEqual(whole);
});
