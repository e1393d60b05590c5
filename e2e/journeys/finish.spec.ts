import { expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

const [POSTER, HEADLAND] = ['The Kettle Comet, poster A', 'Headland, new sky'];

/** On the keeper's coat, and on the wall left of him. */
const [COAT, WALL] = [[1100, 900] as const, [120, 240] as const];

async function opened(page: Page, original: string, title: string, thing: string) {
  const bench = new BenchPage(page);
  const id = await copyOf(page, original, title);
  await page.goto(`/c/${id}/finish`);
  await bench.settled();
  await card(page, thing).click();
  return { bench, chain: new ChainPanel(bench) };
}

/** A card of the inspector that something can be taken by. */
const sample = (page: Page, words: string) =>
  page.getByRole('complementary', { name: 'Inspector' }).getByRole('button', {
    name: words,
    exact: true,
  });

const light = ([r, g, b]: readonly number[]) => (r ?? 0) + (g ?? 0) + (b ?? 0);

test('weather is seen before it is laid, laid in the scene’s light, moved, and another one', async ({
  page,
}) => {
  const { bench } = await opened(page, HEADLAND, 'Journey: weather', 'Headland');
  const before = await bench.pixels();
  const cards = await bench.cards().count();

  await test.step('a glimpse of fog, and nothing changed', async () => {
    await sample(page, 'Fog').hover();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(20);
    await expect(bench.cards()).toHaveCount(cards);
    await page.mouse.move(500, 400);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('fog is laid before the headland, and thickest where it is dragged to', async () => {
    const rock = await bench.colourAt([800, 800]);
    await sample(page, 'Fog').click();
    await expect(card(page, 'Fog')).toBeVisible();
    await expect.poll(async () => await bench.colourAt([800, 800])).not.toEqual(rock);
    const thin = light(await bench.colourAt([60, 200]));
    await bench.drag([
      [800, 560],
      [800, 220],
    ]);
    await expect.poll(async () => light(await bench.colourAt([60, 200]))).not.toBe(thin);
    await expectAsFresh(bench, 'Fit', 'dragging fog');
  });

  await test.step('another one, with less of it', async () => {
    const one = await bench.pixels();
    await page.getByRole('button', { name: 'Another', exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), one)).toBeGreaterThan(3);
    await bench.amount('Density', 0);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
    await bench.undo(4);
    await expect(bench.cards()).toHaveCount(cards);
    await bench.redo(3);
    await expectAsFresh(bench, 'Fit', 'undoing and redoing weather');
  });
});

test('light falls through the air past what covers it', async ({ page }) => {
  const { bench } = await opened(page, HEADLAND, 'Journey: rays', 'Headland');
  await sample(page, 'Rays').click();
  await expect(card(page, 'Rays')).toBeVisible();
  await bench.amount('Beams', 0);
  const open = light(await bench.colourAt([1000, 900]));
  await page.getByRole('combobox', { name: 'Covered by' }).selectOption({ label: 'Headland' });
  await expect.poll(async () => light(await bench.colourAt([1000, 900]))).toBeLessThan(0.95 * open);
  await expectAsFresh(bench, 'Fit', 'covering rays');
});

test('effects are taken by the layer in hand or as a glass over all behind', async ({ page }) => {
  const { bench, chain } = await opened(page, POSTER, 'Journey: effects', 'Keeper');
  const before = await bench.pixels();
  const wall = await bench.colourAt(WALL);

  await test.step('a lens blur of the keeper alone', async () => {
    await page.keyboard.press('e');
    await sample(page, 'Lens blur').click();
    expect(await chain.names()).toEqual(['Lens blur']);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(20);
    expect(await bench.colourAt(WALL)).toEqual(wall);
    await expectAsFresh(bench, 'Fit', 'a lens blur');
    await bench.undo();
  });

  await test.step('all that lies behind swirls about the place that is pressed', async () => {
    await page.keyboard.press('a');
    await page.getByText('all behind', { exact: true }).click();
    await sample(page, 'Swirl').click();
    await expect(page.getByTestId('step')).toHaveCount(1);
    const centred = await bench.pixels();
    await bench.click([400, 300]);
    await expect.poll(async () => worst(await bench.pixels(), centred)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'moving a swirl');
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('the picture in strokes', async () => {
    await page.keyboard.press('t');
    await sample(page, 'Strokes').click();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'painting the picture');
  });
});

test('a look of the contact sheet is taken at an amount, and spares the keeper', async ({
  page,
}) => {
  const { bench, chain } = await opened(page, POSTER, 'Journey: looks', 'Keeper');
  const [coat, wall] = [await bench.colourAt(COAT), await bench.colourAt(WALL)];
  await page.keyboard.press('g');
  const sheet = page.getByTestId('looks-sheet');
  await expect(sheet.locator('canvas[data-drawn=true]')).toHaveCount(6);

  await test.step('shuffled within one family', async () => {
    for (const family of ['light', 'colour', 'air', 'painted']) {
      await page.getByRole('button', { name: family, exact: true }).click();
    }
    const names = sheet.getByRole('button', { name: /^(Silver|Toned print), 70 %$/ });
    await expect(names).toHaveCount(4);
    await page.getByRole('button', { name: 'Shuffle', exact: true }).click();
    await expect(names).toHaveCount(4);
  });

  await test.step('sparing the keeper by his mask, and walked to by arrows', async () => {
    await page.getByRole('combobox', { name: 'Layer' }).selectOption({ label: 'Keeper' });
    await bench.amount('How far', 100);
    await sheet.getByRole('button', { name: 'As it is' }).focus();
    await page.keyboard.press('ArrowRight');
    await page.keyboard.press('Enter');
    await expect(sheet).toHaveCount(0);
    await bench.settled();
    expect((await chain.names())[0]).toBe('Monochrome mix');
    expect(await bench.colourAt(COAT)).toEqual(coat);
    const [r, g, b] = await bench.colourAt(WALL);
    const spread = (of: readonly number[]) => Math.max(...of) - Math.min(...of);
    expect(spread([r, g, b])).toBeLessThan(0.7 * spread(wall));
    await expectAsFresh(bench, 'Fit', 'taking a look');
  });
});

test('the grade by wheels, and by a table that comes from a file', async ({ page }) => {
  const { bench, chain } = await opened(page, POSTER, 'Journey: grade', 'Keeper');
  const wall = await bench.colourAt(WALL);
  await page.keyboard.press('f');
  await page.getByText('all behind', { exact: true }).click();

  await test.step('a wheel goes by keys', async () => {
    await sample(page, 'Grade').click();
    const graded = await bench.colourAt(WALL);
    const lights = page.getByRole('button', { name: /^Lights: / });
    await lights.focus();
    for (let i = 0; i < 5; i++) await page.keyboard.press('Shift+ArrowRight');
    await expect(lights).toHaveAccessibleName(/^Lights: 70 towards red/);
    await expect.poll(async () => (await bench.colourAt(WALL))[0]).toBeGreaterThan(graded[0]);
    await expectAsFresh(bench, 'Fit', 'turning a wheel');
    await bench.undo(6);
    await expect.poll(() => bench.colourAt(WALL)).toEqual(wall);
  });

  await test.step('a file that is no table is refused with the line, and one that is, is taken', async () => {
    await card(page, 'Keeper').click();
    await sample(page, 'Colour table').click();
    expect(await chain.names()).toEqual(['Colour table']);
    const file = page.getByTestId('cube-file');
    const buffer = (text: string) => ({
      ...{ name: 'made-up.cube', mimeType: 'text/plain' },
      buffer: Buffer.from(text),
    });
    await file.setInputFiles(buffer('LUT_3D_SIZE 2\n0 0 zero'));
    await expect(page.getByRole('alert').filter({ hasText: 'Line 2' })).toBeVisible();
    // Everything becomes its complement.
    const nodes = Array.from(
      { length: 8 },
      (_, p) => `${1 - (p & 1)} ${1 - ((p >> 1) & 1)} ${1 - (p >> 2)}`,
    );
    await file.setInputFiles(buffer(['TITLE "Turned"', 'LUT_3D_SIZE 2', ...nodes].join('\n')));
    await expect.poll(async () => (await bench.colourAt(WALL))[0]).toBeLessThan(256 - wall[0] + 4);
    const [r, g, b] = await bench.colourAt(WALL);
    for (const [is, was] of [
      [r, wall[0]],
      [g, wall[1]],
      [b, wall[2]],
    ] as const) {
      expect(Math.abs(is - (255 - was))).toBeLessThan(3);
    }
    const written = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Write its colours as a .cube table' }).click();
    expect((await written).suggestedFilename()).toMatch(/\.cube$/);
  });

  await test.step('the colours of a picture, in its darks alone, as far as is asked for', async () => {
    await chain.lamp('Colour table').click();
    const before = await bench.colourAt(WALL);
    await sample(page, 'Colours of a picture').click();
    await page.getByRole('button', { name: 'Borrow from a picture' }).click();
    await page.getByRole('dialog').getByRole('button', { name: /dusk/ }).first().click();
    await bench.jobsDone();
    await expect.poll(() => chain.names()).toContainEqual(expect.stringMatching(/^Colours of /));
    await expect.poll(async () => far(await bench.colourAt(WALL), before)).toBeGreaterThan(15);
    const all = far(await bench.colourAt(WALL), before);
    await bench.amount('In mids', 0);
    await bench.amount('In lights', 0);
    await expect.poll(async () => far(await bench.colourAt(WALL), before)).toBeLessThan(0.7 * all);
    await expectAsFresh(bench, 'Fit', 'borrowing the colours of a picture');
  });
});

/** How far two colours are apart. */
const far = (a: readonly number[], b: readonly number[]) =>
  Math.hypot(...a.map((value, c) => value - (b[c] ?? 0)));

test('a surface, a texture, and letters that agree with the picture', async ({ page }) => {
  const { bench, chain } = await opened(page, POSTER, 'Journey: surfaces', 'Keeper');

  await test.step('a photograph is laid over all as a surface, turned, and shows by its tones', async () => {
    const before = await bench.pixels();
    const cards = await bench.cards().count();
    await page.keyboard.press('r');
    await page.getByRole('button', { name: 'Lay a picture over it' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Cumulus/ })
      .first()
      .click();
    await expect(bench.cards()).toHaveCount(cards + 1);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(20);
    const upright = await bench.pixels();
    await page.getByRole('button', { name: 'Mirror', exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), upright)).toBeGreaterThan(10);
    await page.getByRole('checkbox', { name: 'Shows by its own tones' }).check();
    await expectAsFresh(bench, 'Fit', 'a surface that shows by its tones');
    await bench.undo(3);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('the keeper takes on the texture of the pond', async () => {
    await card(page, 'Keeper').click();
    const coat = await bench.pixels();
    await sample(page, 'Texture of a picture').click();
    await page.getByRole('button', { name: 'Borrow from a picture' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Kettle by the pond/ })
      .first()
      .click();
    await bench.jobsDone();
    await expect.poll(() => chain.names()).toContainEqual(expect.stringMatching(/^Texture of /));
    await expect.poll(async () => worst(await bench.pixels(), coat)).toBeGreaterThan(12);
    await expectAsFresh(bench, 'Fit', 'a borrowed texture');
  });

  await test.step('a text is lit in a colour of the picture, and filled by a photograph that follows it', async () => {
    await bench.stage('Arrange');
    await card(page, 'Keeper').click();
    await bench.tool('Letter');
    await bench.click([120, 260]);
    await page.keyboard.type('Comet');
    await page.keyboard.press('Escape');
    await bench.saved();
    const plain = await bench.pixels();
    await page
      .getByRole('button', { name: /^Fill with #/ })
      .first()
      .click();
    await sample(page, 'Lit').click();
    await expect.poll(() => chain.names()).toEqual(['Glow']);
    await expect.poll(async () => worst(await bench.pixels(), plain)).toBeGreaterThan(20);
    const layers = await bench.cards().count();
    await page.getByRole('button', { name: 'Fill by a picture' }).click();
    await page
      .getByRole('dialog')
      .getByRole('button', { name: /Cumulus/ })
      .first()
      .click();
    // The photograph is in hand once it is there.
    await expect(bench.cards()).toHaveCount(layers + 1);
    const filled = await bench.pixels();
    await card(page, 'Lettering').click();
    await page.getByRole('textbox', { name: 'Text', exact: true }).fill('Kettle');
    await page.keyboard.press('Escape');
    await expect.poll(async () => worst(await bench.pixels(), filled)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'letters filled by a photograph');
  });
});

test('stars and bokeh behind a headland, and fog and rays before it', async ({ page }) => {
  const { bench } = await opened(page, HEADLAND, 'Journey: night', 'Headland');
  const rock = [800, 800] as const;

  await test.step('the headland becomes a silhouette', async () => {
    await page.getByRole('button', { name: 'Add to the chain' }).click();
    await page.keyboard.type('exposure');
    await page.keyboard.press('Enter');
    await bench.amount('Stops', -6);
    await expect.poll(async () => light(await bench.colourAt(rock))).toBeLessThan(40);
  });

  await test.step('stars stand in the sky behind it, and never before the rock', async () => {
    await bench.cards().first().click();
    const before = light(await bench.colourAt(rock));
    const dark = await bench.pixels();
    await page.keyboard.press('q');
    await sample(page, 'Stars').click();
    await expect.poll(async () => worst(await bench.pixels(), dark)).toBeGreaterThan(40);
    expect(light(await bench.colourAt(rock))).toBe(before);
    await sample(page, 'Bokeh').click();
    await expect(card(page, 'Bokeh')).toBeVisible();
    expect(light(await bench.colourAt(rock))).toBe(before);
    const one = await bench.pixels();
    await page.getByRole('button', { name: 'Another', exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), one)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'stars and bokeh');
  });

  await test.step('fog and rays lie before it, at an amount, and go again', async () => {
    await card(page, 'Headland').click();
    const clear = await bench.pixels();
    await sample(page, 'Fog').click();
    await sample(page, 'Rays').click();
    await expect.poll(async () => light(await bench.colourAt(rock))).toBeGreaterThan(40);
    await expect.poll(async () => worst(await bench.pixels(), clear)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'fog and rays');
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), clear)).toBe(0);
  });

  await test.step('the tower is painted out of the silhouette, and the corners grow dark', async () => {
    const tower = [1030, 400] as const;
    await bench.stage('Cut');
    await bench.tool('Brush');
    await page.getByRole('button', { name: 'Composition', exact: true }).click();
    await page.getByRole('textbox', { name: 'Size, px' }).fill('170');
    await page.keyboard.press('Enter');
    const stood = light(await bench.colourAt(tower));
    await bench.amount('Paints', 0);
    await bench.drag([
      [1030, 120],
      [1030, 560],
    ]);
    await expect.poll(async () => light(await bench.colourAt(tower))).toBeGreaterThan(stood + 40);
    await bench.stage('Finish');
    const corner = light(await bench.colourAt([12, 12]));
    await page.keyboard.press('w');
    await page.getByText('all behind', { exact: true }).click();
    await sample(page, 'Vignette').click();
    await expect.poll(async () => light(await bench.colourAt([12, 12]))).toBeLessThan(corner - 30);
    await expectAsFresh(bench, 'Fit', 'a silhouette without its tower');
  });
});

test('the keeper comes apart into pieces, and an effect is painted off and back', async ({
  page,
}) => {
  const { bench } = await opened(page, POSTER, 'Journey: coming apart', 'Keeper');
  const before = await bench.pixels();
  const cards = await bench.cards().count();

  await test.step('pieces fly where they are dragged to, and are ordinary layers', async () => {
    await page.keyboard.press('s');
    await bench.drag([
      [900, 600],
      [420, 520],
    ]);
    await expect(card(page, 'Shards of Keeper')).toBeVisible();
    await expect(card(page, 'Pieces of Keeper')).toBeVisible();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(40);
    await expectAsFresh(bench, 'Fit', 'taking a thing apart');
    const one = await bench.pixels();
    await bench.amount('Size', 60);
    await expect.poll(async () => worst(await bench.pixels(), one)).toBeGreaterThan(40);
    await expectAsFresh(bench, 'Fit', 'making shards larger');
    await bench.undo(2);
    await expect(bench.cards()).toHaveCount(cards);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('a key takes an effect to the brush', async () => {
    await card(page, 'Keeper').click();
    await page.keyboard.press('t');
    await sample(page, 'Oil').click();
    await bench.settled();
    const painted = await bench.pixels();
    await page.keyboard.press('Shift+B');
    await expect(page).toHaveURL(/\/cut$/);
    await page.getByRole('button', { name: 'Composition', exact: true }).click();
    await bench.drag([
      [1000, 500],
      [1060, 620],
    ]);
    await bench.stage('Finish');
    await expect.poll(async () => worst(await bench.pixels(), painted)).toBeGreaterThan(2);
    await expectAsFresh(bench, 'Fit', 'painting an effect off');
  });
});
