import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, type Place, wallToCut } from '../support/bench';

const POSTER = 'The Kettle Comet, poster A';
/** On the keeper's coat, and on the backdrop of the portrait, in the poster. */
const COAT: Place = [900, 900];
const OUTSIDE: Place = [650, 150];

test('looks at a mask in every view and on every backdrop, by key', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, POSTER, 'Journey: views');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  const coat = await bench.colourAt(COAT);
  const wall = await bench.colourAt(OUTSIDE);

  await page.keyboard.press('m');
  const veiled = await bench.colourAt(OUTSIDE);
  expect(veiled).not.toEqual(wall);
  expect(await bench.colourAt(COAT)).toEqual(coat);
  // Edges only: the photograph as it is, but for a line along the mask.
  await page.keyboard.press('m');
  expect(await bench.colourAt(OUTSIDE)).not.toEqual(veiled);
  expect(await bench.colourAt(COAT)).toEqual(coat);
  await page.keyboard.press('m');
  expect(await bench.colourAt(OUTSIDE)).toEqual([0, 0, 0]);
  expect(await bench.colourAt(COAT)).toEqual([255, 255, 255]);
  await page.keyboard.press('m');
  const [r, g, b] = await bench.colourAt(OUTSIDE);
  expect([52, 74]).toContain(r);
  expect([g, b]).toEqual([r, r]);

  await page.keyboard.press('n');
  expect(await bench.colourAt(OUTSIDE)).toEqual([0, 0, 0]);
  await page.keyboard.press('n');
  expect(await bench.colourAt(OUTSIDE)).toEqual([119, 119, 119]);
  await page.keyboard.press('n');
  expect(await bench.colourAt(OUTSIDE)).toEqual([255, 255, 255]);
  await page.keyboard.press('n');
  await page.getByLabel('Colour of the backdrop').fill('#10c040');
  expect(await bench.colourAt(OUTSIDE)).toEqual([16, 192, 64]);
  expect(await bench.colourAt(COAT)).toEqual(coat);
  await page.keyboard.press('n');
  // The complement of a keeper with warm hair and skin: more blue than red.
  await expect
    .poll(async () => {
      const [red, , blue] = await bench.colourAt(OUTSIDE);
      return blue - red;
    })
    .toBeGreaterThan(10);
  await page.keyboard.press('n');
  expect(await bench.colourAt(OUTSIDE)).toEqual(wall);
  await page.keyboard.press('m');
  await page.getByLabel('Compared with').selectOption({ index: 1 });
  // Only the wall shows outside of the keeper, only both show on the coat.
  expect(await bench.colourAt(OUTSIDE)).not.toEqual(wall);
  expect(await bench.colourAt(COAT)).toEqual(coat);
  await page.keyboard.press('m');
  expect(await bench.colourAt(OUTSIDE)).toEqual(wall);

  await test.step('holding C compares with the composition as it was opened', async () => {
    await page.keyboard.press('Shift+I');
    expect(await bench.colourAt(COAT)).not.toEqual(coat);
    await page.keyboard.down('c');
    expect(await bench.colourAt(COAT)).toEqual(coat);
    await page.keyboard.up('c');
    expect(await bench.colourAt(COAT)).not.toEqual(coat);
  });
});

test('makes a mask of parts and changes them', async ({ page }) => {
  const bench = await wallToCut(page, 'Journey: parts');
  const shows = async (place: Place) => (await bench.colourAt(place))[0] / 255;

  await bench.tool('Box');
  await bench.drag([
    [200, 200],
    [1000, 800],
  ]);
  await expect(bench.parts()).toHaveCount(1);
  expect(await shows([600, 500])).toBe(1);
  expect(await shows([100, 500])).toBe(0);

  await bench.tool('Oval');
  await page.getByRole('button', { name: '− subtract' }).click();
  await page.keyboard.down('Alt');
  await page.keyboard.down('Shift');
  await bench.drag([
    [600, 500],
    [800, 560],
  ]);
  await page.keyboard.up('Alt');
  await page.keyboard.up('Shift');
  // From the centre and square: a circle of radius 200.
  expect(await shows([600, 500])).toBe(0);
  expect(await shows([600, 320])).toBe(0);
  expect(await shows([600, 280])).toBe(1);
  await expect(bench.parts().nth(1)).toContainText('400 × 400');

  await test.step('combine, hide, reorder, invert, feather, rename and delete parts', async () => {
    await page.getByLabel('How Oval combines').selectOption('intersect');
    expect(await shows([600, 500])).toBe(1);
    expect(await shows([300, 500])).toBe(0);
    await page.getByLabel('Hide Oval').click();
    expect(await shows([300, 500])).toBe(1);
    await page.getByLabel('Show Oval').click();
    await page.getByLabel('How Oval combines').selectOption('add');
    await page
      .getByRole('button', { name: 'Invert Oval' })
      .or(page.getByLabel('Invert Oval'))
      .check();
    expect(await shows([100, 100])).toBe(1);
    await page.getByLabel('Invert Oval').uncheck();
    await page.getByLabel('How Box combines').selectOption('replace');
    await page.getByLabel('Move Oval').focus();
    await page.keyboard.press('Space');
    const said = page.getByRole('status').filter({ hasText: 'Oval' });
    await expect(said).toContainText('Picked up Oval');
    // The list listens to arrows a moment after it said so; further presses change nothing.
    await expect(async () => {
      await page.keyboard.press('ArrowUp');
      await expect(said).toContainText('at the place of Box', { timeout: 500 });
    }).toPass();
    await page.keyboard.press('Space');
    await expect(bench.parts().first()).toContainText('Oval');
    await page.getByLabel('Take Box in hand').click();
    await bench.amount('Part feather', 40);
    const edge = await shows([200, 500]);
    expect(edge).toBeGreaterThan(0.45);
    expect(edge).toBeLessThan(0.55);
    await bench.amount('Feather', 30);
    expect(await shows([260, 500])).toBeLessThan(0.95);
    await page.getByRole('button', { name: 'Box', exact: true }).last().click();
    await page.getByRole('textbox', { name: 'Part name' }).fill('Middle');
    await page.keyboard.press('Enter');
    await expect(bench.parts().last()).toContainText('Middle');
    await page.getByLabel('Delete Middle').click();
    await expect(bench.parts()).toHaveCount(1);
    await bench.undo();
    await expect(bench.parts()).toHaveCount(2);
  });
});

test('draws an outline freehand and changes its points later', async ({ page }) => {
  const bench = await wallToCut(page, 'Journey: outline');
  const shows = async (place: Place) => (await bench.colourAt(place))[0] / 255;
  const circle = Array.from({ length: 40 }, (_, i): Place => {
    const angle = (2 * Math.PI * i) / 40;
    return [700 + 250 * Math.cos(angle), 500 + 250 * Math.sin(angle)];
  });
  await bench.drag(circle, 3);
  await expect(bench.parts()).toHaveCount(1);
  expect(await shows([700, 500])).toBe(1);
  expect(await shows([700, 280])).toBe(1);
  expect(await shows([700, 220])).toBe(0);
  await bench.undo();
  await expect(bench.parts()).toHaveCount(0);

  const corners: Place[] = [
    [300, 300],
    [900, 300],
    [900, 800],
    [300, 800],
  ];
  for (const corner of corners) await bench.click(corner);
  await bench.click([300, 300]);
  await expect(bench.parts().first()).toContainText('4 points');
  await bench.drag([
    [900, 800],
    [1200, 900],
  ]);
  expect(await shows([1100, 850])).toBe(1);
  await bench.click([600, 300]);
  await expect(bench.parts().first()).toContainText('5 points');
  const [added] = await bench.onScreen([[600, 300]]);
  if (added) await page.mouse.dblclick(added.x, added.y);
  await expect(bench.parts().first()).toContainText('4 points');
  await bench.undo(3);
  expect(await shows([1100, 850])).toBe(0);
});

test('sets the brush by the dial, and paints straight with Shift', async ({ page }) => {
  const bench = await wallToCut(page, 'Journey: dial');
  await bench.tool('Brush');
  const [centre, right] = await bench.onScreen([
    [700, 500],
    [780, 500],
  ]);
  if (!centre || !right) throw new Error('There is no picture.');
  await page.mouse.move(centre.x, centre.y);
  await page.keyboard.down('x');
  await page.mouse.move(right.x, right.y, { steps: 4 });
  await page.keyboard.up('x');
  const size = Number(await page.getByRole('textbox', { name: /^Size/ }).inputValue());
  expect(Math.abs(size - 160)).toBeLessThan(6);
  await expect(page.getByRole('textbox', { name: /^Softness/ })).toHaveValue('0');

  await bench.click([300, 300]);
  await expect(bench.parts().first()).toContainText('1 stroke');
  await page.keyboard.down('Shift');
  await bench.click([1200, 700]);
  await page.keyboard.up('Shift');
  await expect(bench.parts().first()).toContainText('2 strokes');
  // The first brush hides, so its way lies black on white.
  expect(await bench.colourAt([750, 500])).toEqual([0, 0, 0]);
  expect(await bench.colourAt([750, 300])).toEqual([255, 255, 255]);

  await test.step('a hidden layer explains itself instead of taking the stroke', async () => {
    await page.keyboard.press('v');
    await expect(page.getByTestId('sentence')).toContainText('is hidden');
    await bench.click([300, 300]);
    await expect(page.getByRole('alert')).toContainText('is not shown');
  });
});

test('follows the pressure of a pen', async ({ page }) => {
  const bench = await wallToCut(page, 'Journey: pen');
  await bench.tool('Brush');
  await bench.amount('Size', 200);
  await bench.amount('Softness', 0);
  await page.getByLabel('Pen pressure').selectOption('size');
  const way = Array.from({ length: 21 }, (_, i) => ({
    type: i === 0 ? ('pointerdown' as const) : ('pointermove' as const),
    at: [300 + i * 40, 500] as const,
    kind: 'pen' as const,
    pressure: 0.1 + (0.9 * i) / 20,
  }));
  await bench.pointer([...way, { type: 'pointerup', at: [1100, 500], kind: 'pen', pressure: 0 }]);
  await expect(bench.parts().first()).toContainText('1 stroke');
  // The brush hides: thin where the pen was light, its whole width where it was pressed.
  expect(await bench.colourAt([320, 500])).toEqual([0, 0, 0]);
  expect(await bench.colourAt([320, 560])).toEqual([255, 255, 255]);
  expect(await bench.colourAt([1090, 570])).toEqual([0, 0, 0]);
  expect(await bench.colourAt([1090, 615])).toEqual([255, 255, 255]);
});

test('zooms and pans with two fingers, and draws nothing by it', async ({ page }) => {
  const bench = await wallToCut(page, 'Journey: pinch');
  const zoom = async () => Number.parseFloat((await page.getByTestId('zoom').textContent()) ?? '');
  const before = await zoom();
  const finger = (type: 'pointerdown' | 'pointermove' | 'pointerup', id: number, x: number) => ({
    ...{ type, id, at: [x, 500] as const, kind: 'touch' as const },
  });
  await bench.pointer([
    finger('pointerdown', 1, 600),
    finger('pointerdown', 2, 900),
    finger('pointermove', 1, 450),
    finger('pointermove', 2, 1050),
    finger('pointerup', 1, 450),
    finger('pointerup', 2, 1050),
  ]);
  await bench.settled();
  expect((await zoom()) / before).toBeCloseTo(2, 1);
  await expect(bench.parts()).toHaveCount(0);
});

test('a stroke that is still being kept counts as the last step, and is not lost', async ({
  page,
}) => {
  const bench = await wallToCut(page, 'Journey: at once');
  await bench.tool('Brush');
  await bench.amount('Size', 300);
  const stroke: Place[] = [
    [200, 300],
    [1300, 700],
  ];
  await bench.drag(stroke);
  await bench.undo();
  await expect(bench.parts()).toHaveCount(0);
  expect(await bench.colourAt([750, 500])).toEqual([255, 255, 255]);
  await bench.redo();
  await expect(bench.parts()).toHaveCount(1);

  // Leaves right after the pointer is lifted.
  await bench.drag(stroke);
  await page.getByRole('link', { name: 'All compositions' }).click();
  await page.getByLabel('Open Journey: at once').click();
  await bench.stage('Cut');
  await expect(bench.parts().first()).toContainText('2 strokes');
});
