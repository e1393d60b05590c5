import { expect, test } from '@playwright/test';
import { photoToCut } from '../support/bench';

const canvas = { width: 1500, height: 1000 };

test('lays two ramps, changes them by handle and number', async ({ page }) => {
  const bench = await photoToCut(page, 'Two ramps', 'attic-mid.jpg', canvas);
  const shows = async (place: readonly [number, number]) => (await bench.colourAt(place))[0] / 255;
  await bench.tool('Ramp');
  await page.getByRole('button', { name: 'linear', exact: true }).click();
  await bench.drag([
    [750, 300],
    [750, 700],
  ]);
  await expect(bench.parts()).toHaveCount(1);
  expect(await shows([200, 280])).toBe(1);
  expect(await shows([200, 400])).toBeCloseTo(0.75, 1);
  expect(await shows([1300, 600])).toBeCloseTo(0.25, 1);
  expect(await shows([200, 720])).toBe(0);

  await bench.drag([
    [1100, 800],
    [1300, 800],
  ]);
  await expect(bench.parts()).toHaveCount(2);
  // The tray has the amounts of the ramp in hand, which is the new one.
  const form = page.getByRole('group', { name: 'Form', exact: true });
  await form.getByText('round').click();
  await expect(page.getByRole('group', { name: 'Form of the ramp' })).toContainText('round');
  expect(await shows([200, 400])).toBeCloseTo(0.75, 1);
  expect(await shows([1100, 800])).toBeGreaterThan(0.98);
  expect(await shows([1100, 900])).toBeCloseTo(0.5, 1);
  expect(await shows([1320, 800])).toBe(0);

  await test.step('the handle of its end makes it wider', async () => {
    await bench.drag([
      [1300, 800],
      [1400, 800],
    ]);
    expect(await shows([1320, 800])).toBeGreaterThan(0.2);
    await bench.amount('Full up to', 50);
    expect(await shows([1220, 800])).toBeGreaterThan(0.95);
  });

  await test.step('a part does half of what it does', async () => {
    await bench.amount('Amount', 50);
    expect(await shows([1100, 800])).toBeCloseTo(0.5, 1);
    await bench.undo();
    expect(await shows([1100, 800])).toBeGreaterThan(0.98);
  });
});

test('a mask of the lights only, its range set over the histogram', async ({ page }) => {
  const bench = await photoToCut(page, 'Lights only', 'attic-mid.jpg', canvas);
  await bench.tool('Tones');
  await page.getByRole('button', { name: 'Add lights' }).click();
  await expect(bench.parts()).toContainText('lightness');
  // The window is light, the beams are dark.
  expect((await bench.colourAt([760, 420]))[0]).toBeGreaterThan(250);
  expect((await bench.colourAt([750, 150]))[0]).toBe(0);
  await test.step('the tray has their amounts, too', async () => {
    const from = page.getByRole('textbox', { name: /^All from/ });
    const before = await from.inputValue();
    await bench.amount('Breadth', 100);
    await expect(from).not.toHaveValue(before);
    expect(Number(await from.inputValue())).toBeLessThan(Number(before));
    const tray = page.getByRole('contentinfo');
    await tray.getByRole('combobox', { name: 'Component' }).selectOption('red');
    await expect(bench.parts()).toContainText('red');
    await bench.undo(2);
    await expect(bench.parts()).toContainText('lightness');
    await expect(from).toHaveValue(before);
  });
  const range = page.getByTestId('tone-range');
  const box = await range.boundingBox();
  if (!box) throw new Error('There is no range.');
  // The lower end goes all the way down: now everything counts.
  await page.mouse.move(box.x + box.width * 0.55, box.y + 40);
  await page.mouse.down();
  await page.mouse.move(box.x + 1, box.y + 40, { steps: 5 });
  await page.mouse.up();
  await bench.amount('All from', 0);
  expect((await bench.colourAt([750, 150]))[0]).toBe(255);
  await page.getByRole('button', { name: 'darks', exact: true }).click();
  expect((await bench.colourAt([750, 150]))[0]).toBeGreaterThan(200);
  expect((await bench.colourAt([760, 420]))[0]).toBe(0);
});

test('the edge is moved, evened out and made firm by numbers', async ({ page }) => {
  const bench = await photoToCut(page, 'Edge of a box', 'attic-mid.jpg', canvas);
  await bench.tool('Box');
  await bench.drag([
    [400, 200],
    [1100, 800],
  ]);
  await page.keyboard.press('9');
  const columns = async () => {
    const [at] = await bench.onScreen([[400, 500]]);
    const box = await bench.picture.boundingBox();
    const { width, data } = await bench.pixels();
    const row = Math.floor((at?.y ?? 0) - (box?.y ?? 0)) * width;
    return (x: number) => data[(row + Math.floor((at?.x ?? 0) - (box?.x ?? 0)) + x) * 4] ?? -1;
  };
  const before = await columns();
  const edge = [...Array(40).keys()].map((i) => i - 20).find((x) => before(x) > 127) ?? 0;
  await bench.amount('Choke / Spread', 3);
  const choked = await columns();
  expect(choked(edge + 2)).toBe(0);
  expect(choked(edge + 3)).toBeGreaterThan(127);
  await bench.amount('Choke / Spread', -4.5);
  const spread = await columns();
  expect(spread(edge - 4)).toBe(255);
  // Half a pixel is left over.
  expect(spread(edge - 5)).toBeGreaterThan(90);
  expect(spread(edge - 5)).toBeLessThan(165);
  expect(spread(edge - 6)).toBe(0);
  await bench.amount('Choke / Spread', 0);
  await bench.amount('Feather', 10);
  await bench.amount('Firm', 100);
  const firm = await columns();
  expect(firm(edge - 2)).toBe(0);
  expect(firm(edge + 2)).toBe(255);
});
