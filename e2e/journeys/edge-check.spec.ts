import { expect, test } from '@playwright/test';
import { type Pixels, photoToCut } from '../support/bench';

const KEEPER = { width: 1200, height: 1500 };

test('the halo of a cut is measured, looked at by key, and treated', async ({ page }) => {
  const bench = await photoToCut(page, 'Edge checked', 'keeper-portrait.jpg', KEEPER);
  // A box round the shoulders takes a rim of the light wall along.
  await bench.tool('Outline');
  for (const place of [
    [330, 1120],
    [480, 1050],
    [720, 1050],
    [905, 1110],
    [1060, 1400],
    [240, 1400],
  ] as const) {
    await bench.click(place);
  }
  await page.keyboard.press('Enter');
  await expect(bench.parts()).toHaveCount(1);
  await page.getByRole('button', { name: 'On backdrop', exact: true }).click();
  await page.getByLabel('Backdrop', { exact: true }).selectOption({ label: 'Black' });
  await bench.settled();
  await bench.section('Edge check');
  await page.getByRole('button', { name: 'Check the edge' }).click();
  await expect(page.getByTestId('edge-chart')).toHaveAccessibleName(
    /Lightness across the edge: \d+ inside, \d+ at the edge, 0 outside/,
  );
  const worst = page.getByRole('list', { name: 'Worst stretches' }).getByRole('button');
  const count = await worst.count();
  expect(count).toBeGreaterThan(2);

  await test.step('H goes through the worst stretches at 400 %', async () => {
    await page.keyboard.press('h');
    await expect(worst.first()).toHaveAttribute('aria-pressed', 'true');
    await expect(page.getByText('400 %').first()).toBeVisible();
    await page.keyboard.press('h');
    await expect(worst.nth(1)).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('Shift+H');
    await expect(worst.first()).toHaveAttribute('aria-pressed', 'true');
    await page.keyboard.press('0');
  });

  await test.step('choked, it has less of a halo', async () => {
    const halo = async () => Number((await worst.first().textContent())?.match(/[\d.]+$/)?.[0]);
    const before = await halo();
    await bench.amount('Choke / Spread', 16);
    await expect(page.getByText('changed since')).toBeVisible();
    await page.getByRole('button', { name: 'Check again' }).click();
    await expect(page.getByText('changed since')).toHaveCount(0);
    const left = (await worst.count()) === 0 ? 0 : await halo();
    expect(left).toBeLessThan(before);
    await bench.undo();
  });

  await test.step('an edge tint lets the backdrop in, over a width', async () => {
    await page.getByLabel('Backdrop', { exact: true }).selectOption({ label: 'Colour' });
    const inside = [600, 1062] as const;
    const deep = [600, 1250] as const;
    const [was, wasDeep] = [await bench.colourAt(inside), await bench.colourAt(deep)];
    await bench.amount('Edge tint', 80);
    await bench.amount('Tint width', 60);
    const [now, nowDeep] = [await bench.colourAt(inside), await bench.colourAt(deep)];
    // The backdrop is magenta: more red than before.
    expect(now[0] - was[0]).toBeGreaterThan(25);
    expect(nowDeep).toEqual(wasDeep);
    await bench.undo(2);
    expect(await bench.colourAt(inside)).toEqual(was);
  });

  await test.step('a clean fringe can be kept to where the old colour shows', async () => {
    await bench.amount('Feather', 6);
    await bench.amount('Clean fringe', 100);
    await page.getByLabel('Backdrop', { exact: true }).selectOption({ label: 'Black' });
    const everywhere = await bench.pixels();
    await page.getByLabel('Only where it shows').check();
    await expect(page.getByLabel('Only where it shows')).toBeChecked();
    const visible = await bench.pixels();
    // The wall is far from black, so all of it shows.
    const changed = visible.data.filter(
      (value, i) => Math.abs(value - (everywhere.data[i] ?? 0)) > 8,
    );
    expect(changed.length).toBeLessThan(visible.data.length / 500);
  });

  await test.step('by brush it is cleaned in places, as much as wanted', async () => {
    await page.getByLabel('Only where it shows').uncheck();
    const everywhere = await bench.pixels();
    await bench.amount('Clean fringe', 0);
    const plain = await bench.pixels();
    const box = await bench.picture.boundingBox();
    const [brushedTo, keptFrom] = (
      await bench.onScreen([
        [560, 1000],
        [800, 1000],
      ])
    ).map(({ x }) => x - (box?.x ?? 0)) as [number, number];
    /** How many samples differ at the left, which is brushed, and at the right. */
    const differ = async (from: Pixels) => {
      const { data, width } = await bench.pixels();
      const sides: [number, number] = [0, 0];
      data.forEach((value, i) => {
        if (Math.abs(value - (from.data[i] ?? 0)) < 3) return;
        const x = (i >> 2) % width;
        if (x < brushedTo) sides[0]++;
        if (x > keptFrom) sides[1]++;
      });
      return sides;
    };
    await bench.tool('Brush');
    await page.getByLabel('Does').selectOption('fringe');
    await bench.amount('Size', 160);
    const around = [
      [640, 1050],
      [480, 1050],
      [330, 1120],
      [240, 1400],
      [640, 1400],
    ] as const;
    await bench.drag(around);
    await expect(page.getByText('Brushed (1 stroke)')).toBeVisible();
    const [left, right] = await differ(plain);
    expect(left).toBeGreaterThan(300);
    expect(right).toBe(0);
    // Where it was brushed it is as if all of the fringe were cleaned.
    expect((await differ(everywhere))[0]).toBeLessThan(left / 10);
    // The second button leaves the old colour in again.
    await bench.drag(around, 6, 'right');
    await expect(page.getByText('Brushed (2 strokes)')).toBeVisible();
    expect((await differ(plain))[0]).toBeLessThan(left / 10);
    await bench.undo();
    await expect(page.getByText('Brushed (1 stroke)')).toBeVisible();
    await page.getByRole('button', { name: 'Same everywhere' }).click();
    await expect(page.getByText('Brushed (')).toHaveCount(0);
    expect(await differ(plain)).toEqual([0, 0]);
  });
});
