import { expect, test } from '@playwright/test';
import { photoToCut, wallToCut } from '../support/bench';

test('a window by corners, snapped to its frame', async ({ page }) => {
  const bench = await wallToCut(page, 'Window by corners');
  const shows = async (place: readonly [number, number]) => (await bench.colourAt(place))[0] / 255;
  for (const corner of [
    [968, 214],
    [1144, 214],
    [1144, 402],
    [968, 402],
  ] as const) {
    await bench.click(corner);
  }
  // The glass beside the pointer shows the corner at 400 % while all of the picture is seen.
  await expect(page.getByTestId('loupe')).toBeVisible();
  await bench.click([968, 214]);
  await expect(bench.parts()).toContainText('4 points');
  expect(await shows([1050, 300])).toBe(1);
  expect(await shows([940, 300])).toBe(0);

  await test.step('a point is made smooth with Alt, and sharp again', async () => {
    const [corner] = await bench.onScreen([[1144, 214]]);
    if (!corner) throw new Error('There is no picture.');
    await page.keyboard.down('Alt');
    await page.mouse.click(corner.x, corner.y);
    // Bulging over the corner's old sides.
    await expect.poll(() => shows([1060, 204])).toBeGreaterThan(0.5);
    await page.mouse.click(corner.x, corner.y);
    await page.keyboard.up('Alt');
    await expect.poll(() => shows([1060, 204])).toBe(0);
  });

  await test.step('a rough line a little off lies on the edge after it snapped', async () => {
    await bench.undo(3);
    await expect(bench.parts()).toHaveCount(0);
    await bench.amount('Snap', 14);
    await bench.drag([
      [962, 232],
      [1136, 232],
      [1136, 396],
      [962, 396],
      [962, 234],
    ]);
    await expect(bench.parts()).toHaveCount(1, { timeout: 30_000 });
    await bench.settled();
    expect(await shows([1050, 300])).toBe(1);
  });
});

test('outlines and ovals are turned, moved and joined', async ({ page }) => {
  const bench = await wallToCut(page, 'Joined outlines');
  const shows = async (place: readonly [number, number]) => (await bench.colourAt(place))[0] / 255;
  await bench.tool('Box');
  await bench.drag([
    [200, 300],
    [700, 700],
  ]);
  await expect(bench.parts()).toHaveCount(1);
  // Dragged by the knob that stands 24 window pixels below it.
  const [foot, to] = await bench.onScreen([
    [450, 700],
    [550, 700],
  ]);
  if (!foot || !to) throw new Error('There is no picture.');
  await page.mouse.move(foot.x, foot.y + 24);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y + 24, { steps: 6 });
  await page.mouse.up();
  await expect.poll(() => shows([760, 500])).toBe(1);
  expect(await shows([250, 500])).toBe(0);
  await bench.tool('Oval');
  await bench.drag([
    [700, 400],
    [1100, 800],
  ]);
  await expect(bench.parts()).toHaveCount(2);
  await page.getByRole('button', { name: 'difference' }).click();
  await expect(bench.parts()).toHaveCount(1);
  expect(await shows([400, 500])).toBe(1);
  expect(await shows([780, 600])).toBe(0);
  expect(await shows([1000, 600])).toBe(0);
  await bench.undo();
  await expect(bench.parts()).toHaveCount(2);
  await page.getByRole('button', { name: 'intersection' }).click();
  await expect(bench.parts()).toHaveCount(1);
  expect(await shows([400, 500])).toBe(0);
  expect(await shows([770, 600])).toBe(1);
});

test('a brush that sticks to colour stays off the tower and the railings', async ({ page }) => {
  const canvas = { width: 1620, height: 1080 };
  const bench = await photoToCut(page, 'Sticky brush', 'headland-noon.jpg', canvas);
  const shows = async (place: readonly [number, number]) => (await bench.colourAt(place))[0] / 255;
  await bench.tool('Brush');
  await test.step('the switch of views takes no press beside its buttons', async () => {
    await page.getByRole('button', { name: 'Veil', exact: true }).click();
    await bench.drag([
      [900, 150],
      [910, 150],
    ]);
    await expect(bench.parts()).toContainText('1 stroke');
    await bench.undo();
    await page.getByRole('button', { name: 'Plain', exact: true }).click();
  });
  await page.getByRole('checkbox', { name: 'Stick to colour' }).check();
  await bench.amount('Size', 220);
  await bench.drag([
    [900, 150],
    [900, 300],
  ]);
  await expect(bench.parts()).toContainText('1 stroke');
  expect(await shows([900, 300])).toBe(0);
  // The red band of the tower lies within the brush, and stays.
  expect(await shows([985, 300])).toBe(1);
  await page.getByRole('checkbox', { name: 'Stick to colour' }).uncheck();
  await bench.drag([
    [900, 300],
    [905, 300],
  ]);
  await expect(bench.parts()).toContainText('2 strokes');
  expect(await shows([985, 300])).toBeLessThan(0.5);

  await test.step('the second button shows again, grey values protect in part', async () => {
    await bench.drag(
      [
        [900, 280],
        [905, 280],
      ],
      4,
      'right',
    );
    await expect(bench.parts()).toContainText('3 strokes');
    expect(await shows([900, 280])).toBe(1);
    await bench.amount('Paints', 40);
    await bench.drag([
      [300, 800],
      [305, 800],
    ]);
    await expect(bench.parts()).toContainText('4 strokes');
    expect(await shows([300, 800])).toBeCloseTo(0.4, 1);
  });

  await test.step('a picture as tip leaves its own marks', async () => {
    await bench.amount('Paints', 0);
    await page.getByRole('combobox', { name: 'Tip' }).selectOption({ label: 'Brush tip: Spatter' });
    await bench.drag([
      [1300, 750],
      [1302, 750],
    ]);
    await expect(bench.parts()).toContainText('5 strokes');
    const { width, data } = await bench.pixels();
    const box = await bench.picture.boundingBox();
    const [from, to] = await bench.onScreen([
      [1200, 660],
      [1400, 840],
    ]);
    if (!box || !from || !to) throw new Error('There is no picture.');
    let [dark, light] = [0, 0];
    for (let y = Math.ceil(from.y - box.y); y < to.y - box.y; y++) {
      for (let x = Math.ceil(from.x - box.x); x < to.x - box.x; x++) {
        const value = data[(y * width + x) * 4] ?? 0;
        if (value < 100) dark++;
        if (value > 200) light++;
      }
    }
    // Neither a disc nor nothing.
    expect(dark).toBeGreaterThan(100);
    expect(light).toBeGreaterThan(1000);
  });
});

test('the brush softens, and chokes, a stretch of an edge', async ({ page }) => {
  const bench = await wallToCut(page, 'Edge brush');
  const shows = async (place: readonly [number, number]) => (await bench.colourAt(place))[0] / 255;
  await bench.tool('Brush');
  await page.getByRole('combobox', { name: 'Does' }).selectOption({ label: 'soften the edge' });
  await bench.drag([
    [300, 300],
    [320, 300],
  ]);
  await expect(page.getByText('has no mask yet, so there is no edge')).toBeVisible();
  await bench.tool('Box');
  await bench.drag([
    [500, 200],
    [1000, 800],
  ]);
  await bench.tool('Brush');
  await bench.amount('By', 30);
  await bench.amount('Size', 160);
  await bench.drag([
    [500, 350],
    [500, 420],
  ]);
  await expect(bench.parts()).toHaveCount(2);
  // Soft where it was brushed, hard as before elsewhere.
  expect(await shows([480, 385])).toBeGreaterThan(0.1);
  expect(await shows([520, 385])).toBeLessThan(0.9);
  expect(await shows([494, 700])).toBe(0);
  expect(await shows([506, 700])).toBe(1);
  await page.getByRole('combobox', { name: 'Does' }).selectOption({ label: 'spread the edge' });
  await bench.drag([
    [1000, 600],
    [1000, 640],
  ]);
  await expect(bench.parts().last()).toContainText('2 strokes');
  expect(await shows([1020, 620])).toBe(1);
  expect(await shows([1020, 300])).toBe(0);
  await bench.undo(2);
  expect(await shows([480, 385])).toBe(0);
});
