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
    // The same way back by keys, as near as whole pixels come to it.
    const bent = await bench.pixels();
    await page.keyboard.press('Shift+ArrowLeft');
    await expect.poll(async () => worst(await bench.pixels(), bent)).toBeGreaterThan(8);
    await page.keyboard.press('Shift+ArrowRight');
    await expect.poll(async () => worst(await bench.pixels(), bent)).toBeLessThan(2);
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

  await test.step('it fits into the plane, and fills it', async () => {
    await page.getByRole('button', { name: 'Inside', exact: true }).click();
    const across = page.getByRole('textbox', { name: /^Width/ });
    const fitted = Number(await across.inputValue());
    await page.getByRole('button', { name: 'Fill', exact: true }).click();
    // The headland is wider than it is high by more than the plane is.
    await expect.poll(async () => Number(await across.inputValue())).toBeGreaterThan(fitted);
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), laid)).toBe(0);
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

  await test.step('what stands off the horizon is told at Match, and brought there', async () => {
    await page.getByRole('button', { name: 'Eye level by these heights' }).click();
    await bench.stage('Match');
    const told = page.locator('[data-row="eye level"]');
    await expect(told).toHaveAttribute('data-agrees', 'false', { timeout: 60_000 });
    await expect(told).toContainText('stands at ×');
    await page.getByRole('button', { name: 'Take Eye level: stands it where its foot is' }).click();
    await expect(told).toHaveAttribute('data-agrees', 'true');
    await bench.undo(2);
    await bench.stage('Arrange');
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

test('lines of the scene tell its horizon, and planes go along them', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: lines of the scene');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await bench.tool('Stand');
  const horizon = page.getByRole('textbox', { name: /^Horizon/ });
  await page.getByRole('button', { name: 'draws one way', exact: true }).click();
  await bench.drag([
    [200, 900],
    [500, 700],
  ]);
  await expect(horizon).toHaveCount(0);
  await bench.drag([
    [200, 100],
    [500, 300],
  ]);
  // Both fall towards each other by two in three: they meet at 800, 500.
  await expect.poll(async () => Number(await horizon.inputValue())).toBeCloseTo(500, -0.6);

  await test.step('a second way tilts it', async () => {
    await page.getByRole('button', { name: 'another way', exact: true }).click();
    await bench.drag([
      [600, 900],
      [300, 750],
    ]);
    await bench.drag([
      [600, 300],
      [300, 420],
    ]);
    const tilt = page.getByRole('textbox', { name: /^Tilt/ });
    await expect.poll(async () => Math.abs(Number(await tilt.inputValue()))).toBeGreaterThan(1);
    await page.getByRole('button', { name: 'Take the lines of another way off' }).click();
    await expect.poll(async () => Number(await tilt.inputValue())).toBe(0);
  });

  await test.step('a wall between two of its corners lies in perspective', async () => {
    await bench.tool('Plane');
    await page.getByLabel('A new one goes along lines').selectOption('one way, upright');
    await bench.drag([
      [200, 900],
      [600, 400],
    ]);
    await expect(page.getByTestId('plane')).toHaveCount(1);
    await bench.saved();
    const kept = (await (await page.request.get(`/api/compositions/${id}`)).json()) as {
      document: { planes: Record<string, { corners: { x: number; y: number }[] }> };
    };
    const [plane] = Object.values(kept.document.planes);
    // From the near lower corner up the line through (800, 500): at 600 the floor is at 633 and the top at 400.
    const wanted = [
      [200, 200],
      [600, 400],
      [600, 633],
      [200, 900],
    ] as const;
    wanted.forEach(([x, y], i) => {
      expect(Math.abs((plane?.corners[i]?.x ?? 0) - x)).toBeLessThan(4);
      expect(Math.abs((plane?.corners[i]?.y ?? 0) - y)).toBeLessThan(6);
    });
  });
});

test('a layer is brought up to the edge of another as its mask shows it, and its pixels are locked', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: up to an edge', 1500, 1000);
  await page.goto(`/c/${id}/arrange`);
  await bench.tool('Shape');
  await bench.drag([
    [100, 700],
    [1400, 900],
  ]);
  await page.getByRole('button', { name: 'oval', exact: true }).click();
  await bench.drag([
    [500, 200],
    [700, 400],
  ]);
  await expect(card(page, 'Oval')).toBeVisible();
  const down = page.getByRole('textbox', { name: /^Down/ });

  await test.step('down onto the box, and down to the edge of the canvas', async () => {
    await page.getByLabel('Whose edge').selectOption({ label: 'Box' });
    await page.getByRole('button', { name: 'Down until it touches' }).click();
    // Its lower edge comes to 700, so its middle to 600.
    await expect.poll(async () => Number(await down.inputValue())).toBeCloseTo(600, -0.5);
    await page.getByLabel('Whose edge').selectOption({ label: 'the canvas' });
    await page.getByRole('button', { name: 'Down until it touches' }).click();
    await expect.poll(async () => Number(await down.inputValue())).toBeCloseTo(900, -0.5);
    await bench.undo(2);
    await expect.poll(async () => Number(await down.inputValue())).toBeCloseTo(300, -0.5);
  });

  await test.step('what passes it is told', async () => {
    await bench.amount('Down', -400);
    await page.getByLabel('Whose edge').selectOption({ label: 'Box' });
    await page.getByRole('button', { name: 'Right until it touches' }).click();
    await expect(page.getByRole('alert')).toContainText('pass each other');
    await bench.undo();
  });

  await test.step('with its pixels locked it can be moved, not drawn on', async () => {
    await page.getByRole('button', { name: 'Lock its pixels' }).click();
    await page.getByRole('button', { name: 'subtract', exact: true }).click();
    await bench.drag([
      [560, 260],
      [640, 340],
    ]);
    await expect(
      page.getByRole('alert').filter({ hasText: 'The pixels of Oval are locked' }),
    ).toBeVisible();
    await bench.amount('Down', 350);
    await expect(down).toHaveValue('350.0');
    await page.getByRole('button', { name: 'Unlock its pixels' }).click();
    await expectAsFresh(bench, 'Fit', 'moving what is locked');
  });
});
