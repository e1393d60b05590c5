import { expect, type Page, test } from '@playwright/test';
import { type BenchPage, copyOf, type Place, photoToCut } from '../support/bench';

const WALL = { width: 1500, height: 1000 };

/** The wall at Cut, its mask seen as greyscale, with an area in the middle of it. */
async function withArea(page: Page, title: string, from: Place, to: Place): Promise<BenchPage> {
  const bench = await photoToCut(page, title, 'harbour-wall.jpg', WALL);
  await makes(page, 'area');
  await bench.tool('Box');
  await bench.drag([from, to]);
  await expect(page.getByTestId('area-outline')).toBeVisible();
  return bench;
}

function makes(page: Page, what: 'area' | 'mask'): Promise<void> {
  const choice = page.getByRole('group', { name: 'What the tools make' });
  return choice.getByRole('button', { name: what, exact: true }).click();
}

function press(page: Page, words: string): Promise<void> {
  return page.getByRole('button', { name: words, exact: true }).click();
}

const grey = async (bench: BenchPage, place: Place) => (await bench.colourAt(place))[0];

test('an area limits the brush, softly where it is soft, and says so', async ({ page }) => {
  const bench = await withArea(page, 'Area and brush', [500, 300], [900, 700]);
  await makes(page, 'mask');
  await bench.tool('Brush');
  await expect(page.getByTestId('sentence')).toContainText('inside the area only');
  await press(page, 'hide');
  await bench.amount('Size', 160);
  await bench.amount('Softness', 0);
  const stroke: Place[] = [
    [350, 500],
    [1100, 500],
  ];
  await bench.drag(stroke);
  await expect(bench.parts()).toHaveCount(1);
  expect(await grey(bench, [700, 500])).toBe(0);
  expect(await grey(bench, [420, 500])).toBe(255);
  expect(await grey(bench, [1000, 500])).toBe(255);

  await test.step('a soft area lets half through at its edge; a second stroke strengthens', async () => {
    await bench.undo();
    await bench.amount('Area feather', 40);
    await bench.drag(stroke);
    await expect(bench.parts()).toHaveCount(1);
    const once = await grey(bench, [500, 500]);
    expect(once).toBeGreaterThan(110);
    expect(once).toBeLessThan(145);
    await bench.drag(stroke);
    await expect.poll(() => grey(bench, [500, 500])).toBeLessThan(75);
    expect(await grey(bench, [700, 500])).toBe(0);
  });

  await test.step('turned round, the outside is the area; put away, nothing is limited', async () => {
    await bench.undo(2);
    await bench.amount('Area feather', 0);
    await press(page, 'Turn round');
    await bench.drag(stroke);
    await expect.poll(() => grey(bench, [420, 500])).toBe(0);
    expect(await grey(bench, [700, 500])).toBe(255);
    await bench.undo();
    await page.keyboard.press('Shift+Y');
    await expect(page.getByTestId('area-outline')).toBeHidden();
    await bench.drag(stroke);
    await expect.poll(() => grey(bench, [420, 500])).toBe(0);
    expect(await grey(bench, [700, 500])).toBe(0);
  });

  await test.step('a stroke that the area holds off, and an empty area, explain themselves', async () => {
    await bench.undo();
    await page.keyboard.press('Shift+Y');
    await press(page, 'Turn round');
    await bench.drag([
      [1200, 200],
      [1300, 200],
    ]);
    await expect(page.getByText(/lies outside the area/)).toBeVisible();
    await makes(page, 'area');
    await press(page, 'Delete Box');
    await makes(page, 'mask');
    await bench.drag(stroke);
    await expect(page.getByText(/The area is empty/)).toBeVisible();
    await expect(bench.parts()).toHaveCount(0);
  });
});

test('an area is moved, scaled, turned, grown, put on the shelf and taken again', async ({
  page,
}) => {
  const bench = await withArea(page, 'Area moved', [500, 300], [900, 700]);
  /** What the area covers, seen as the mask it makes; the step is taken back. */
  const covers = async (places: readonly Place[]) => {
    await press(page, 'Show');
    await bench.jobsDone();
    await expect(page.getByRole('button', { name: 'Undo' })).toBeEnabled();
    const seen: boolean[] = [];
    for (const place of places) seen.push((await grey(bench, place)) > 127);
    await page.keyboard.press('Control+z');
    await bench.settled();
    return seen;
  };
  expect(
    await covers([
      [700, 500],
      [460, 500],
      [940, 500],
    ]),
  ).toEqual([true, false, false]);

  await press(page, 'Move');
  await bench.drag([
    [700, 500],
    [800, 560],
  ]);
  expect(
    await covers([
      [960, 740],
      [520, 320],
      [700, 500],
    ]),
  ).toEqual([true, false, true]);
  await page.keyboard.press('Shift+ArrowLeft');
  await bench.amount('Area scale', 50);
  expect(
    await covers([
      [790, 560],
      [620, 560],
      [960, 560],
    ]),
  ).toEqual([true, false, false]);
  await bench.amount('Area turn', 45);
  // The corners of the square of 200 px now stand above and beside its middle.
  expect(
    await covers([
      [790, 430],
      [700, 470],
      [920, 560],
    ]),
  ).toEqual([true, false, true]);
  await bench.amount('Grow / shrink', 20);
  expect(
    await covers([
      [790, 405],
      [790, 380],
    ]),
  ).toEqual([true, false]);

  await bench.section('Mask shelf');
  await page.getByLabel('Name on the mask shelf').fill('Diamond');
  await press(page, 'Keep mask');
  await bench.jobsDone();
  await expect(page.getByRole('list', { name: 'Mask shelf' })).toContainText('Diamond');
  await press(page, 'Everything');
  expect(
    await covers([
      [100, 100],
      [1400, 900],
    ]),
  ).toEqual([true, true]);
  await press(page, 'Make Diamond the area');
  expect(
    await covers([
      [790, 560],
      [620, 560],
      [100, 100],
    ]),
  ).toEqual([true, false, false]);

  await bench.saved();
  await page.reload();
  await bench.settled();
  await expect(page.getByTestId('area-outline')).toBeVisible();
});

test('from an area: a layer by copy, by cut, a fill, and into another composition', async ({
  page,
}) => {
  const bench = await withArea(page, 'Area uses', [500, 300], [900, 700]);
  await press(page, 'Composition');
  await makes(page, 'mask');
  const before = await bench.colourAt([700, 500]);

  await test.step('by cut: the two together look as before, the old one alone has a hole', async () => {
    await press(page, 'By cut');
    await expect(bench.cards()).toHaveCount(2);
    await bench.settled();
    expect(await bench.colourAt([700, 500])).toEqual(before);
    await page.getByRole('button', { name: 'Harbour wall copy is shown' }).click();
    await bench.settled();
    expect(await bench.colourAt([700, 500])).not.toEqual(before);
    await bench.undo(2);
    await expect(bench.cards()).toHaveCount(1);
  });

  await test.step('a colour fill covers the area and nothing else', async () => {
    await press(page, 'Colour');
    await expect(bench.cards()).toHaveCount(2);
    await bench.settled();
    expect(await bench.colourAt([700, 500])).toEqual([192, 32, 122]);
    expect(await bench.colourAt([450, 500])).not.toEqual([192, 32, 122]);
    await bench.stage('Arrange');
    await bench.amount('Colour', 50);
    await bench.settled();
    const [red] = await bench.colourAt([700, 500]);
    expect(red).toBeGreaterThan(Math.min(before[0], 192) - 1);
    expect(red).toBeLessThan(Math.max(before[0], 192) + 1);
    await press(page, 'straight');
    await expect(page.getByText(/Drag the knobs/)).toBeVisible();
    await bench.stage('Cut');
    await bench.undo(3);
    await expect(bench.cards()).toHaveCount(1);
  });

  await test.step('copied, it lies in another composition where it lay', async () => {
    await bench.cards().first().locator('[data-active]').click();
    await page.keyboard.press('Shift+C');
    await bench.jobsDone();
    await bench.saved();
    const other = await copyOf(page, 'The Kettle Comet, poster A', 'Area pasted');
    await page.goto(`/c/${other}/cut`);
    await bench.settled();
    const cards = await bench.cards().count();
    const elsewhere = await bench.colourAt([450, 500]);
    await page.keyboard.press('Shift+V');
    await expect(bench.cards()).toHaveCount(cards + 1);
    await bench.settled();
    expect(await bench.colourAt([700, 500])).toEqual(before);
    expect(await bench.colourAt([450, 500])).toEqual(elsewhere);
    await bench.undo();
  });
});

test('tones make an area to paint through; a part is converted to painted', async ({ page }) => {
  const bench = await photoToCut(page, 'Tones as area', 'harbour-wall.jpg', WALL);
  await makes(page, 'area');
  await bench.tool('Tones');
  await press(page, 'Add lights');
  await expect(page.getByTestId('area-outline')).toBeVisible();
  await makes(page, 'mask');
  await bench.tool('Brush');
  await press(page, 'hide');
  await bench.amount('Size', 900);
  await bench.amount('Softness', 0);
  await bench.drag([
    [700, 500],
    [800, 500],
  ]);
  await expect(bench.parts()).toHaveCount(1);
  // The dark of the open window is kept, the light sill beneath it goes.
  expect(await grey(bench, [1030, 290])).toBe(255);
  expect(await grey(bench, [1080, 488])).toBeLessThan(120);

  await bench.undo();
  await bench.tool('Box');
  await bench.drag([
    [200, 200],
    [600, 600],
  ]);
  await bench.amount('Part feather', 20);
  await press(page, 'Convert to painted');
  await bench.jobsDone();
  await expect(bench.parts()).toContainText('0 strokes');
  const edge = await grey(bench, [200, 400]);
  expect(edge).toBeGreaterThan(110);
  expect(edge).toBeLessThan(145);
  expect(await grey(bench, [400, 400])).toBe(255);
  expect(await grey(bench, [700, 400])).toBe(0);
});
