import { expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf, type Place } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectDelivered } from '../support/delivered';
import { expectAsFresh } from '../support/same-as-fresh';
import { laidScene } from '../support/scenes';

/** A card of the inspector that something can be taken by. */
const sample = (page: Page, words: string) =>
  page.getByRole('complementary', { name: 'Inspector' }).getByRole('button', {
    name: words,
    exact: true,
  });

const light = ([r, g, b]: readonly number[]) => (r ?? 0) + (g ?? 0) + (b ?? 0);
const spread = (of: readonly number[]) => Math.max(...of) - Math.min(...of);
const CANVAS = { width: 1500, height: 1000 };

test('a moth becomes an animal of light, in embers and eight showings of smoke', async ({
  page,
}) => {
  const { width, height } = CANVAS;
  const files = ['moth-gauze.jpg'];
  const bench = await laidScene(page, 'Journey: animal of light', width, height, files);
  const chain = new ChainPanel(bench);
  const wing: Place = [560, 420];

  await test.step('the moth is found and cut', async () => {
    await bench.stage('Cut');
    await page.getByRole('button', { name: 'Find subject' }).click();
    const offers = page.getByRole('list', { name: 'Found subjects' }).getByRole('button');
    await offers.first().click({ timeout: 60_000 });
    await expect(bench.parts()).toHaveCount(2, { timeout: 60_000 });
    await bench.jobsDone();
  });

  await test.step('drained, curved, turned to its negative, its tones filled', async () => {
    await bench.stage('Finish');
    const coloured = spread(await bench.colourAt(wing));
    await chain.add('saturation');
    await bench.amount('Saturation', -100);
    await bench.amount('Spare vivid colours', 0);
    await expect.poll(async () => spread(await bench.colourAt(wing))).toBeLessThan(coloured / 2);
    await chain.add('curves');
    const grey = light(await bench.colourAt(wing));
    await chain.add('invert');
    const off = async () => Math.abs(light(await bench.colourAt(wing)) + grey - 3 * 255);
    await expect.poll(off).toBeLessThan(6);
    await chain.add('tone tint');
    await expect.poll(async () => spread(await bench.colourAt(wing))).toBeGreaterThan(12);
  });

  await test.step('it glows outward and inward', async () => {
    const matt = await bench.pixels();
    await chain.add('glow');
    await expect.poll(async () => worst(await bench.pixels(), matt)).toBeGreaterThan(20);
    const outward = await bench.pixels();
    await chain.add('glow');
    await page.getByRole('group', { name: 'Glow' }).getByText('inward', { exact: true }).click();
    await expect.poll(async () => worst(await bench.pixels(), outward)).toBeGreaterThan(10);
  });

  await test.step('embers fly, and smoke rises in eight showings, each taken away in wisps', async () => {
    await sample(page, 'Embers').click();
    await expect(card(page, 'Embers')).toBeVisible();
    await sample(page, 'Smoke').click();
    await expect(card(page, 'Smoke')).toBeVisible();
    const one = await bench.pixels();
    await bench.stage('Arrange');
    for (let k = 0; k < 7; k++) {
      await card(page, 'Smoke').click();
      await page.getByRole('button', { name: 'Another showing, which follows this layer' }).click();
      await expect(bench.cards()).toHaveCount(4 + k);
      await bench.amount('Across', 250 + 150 * k);
      await bench.amount('Turn', 20 * (k - 3));
    }
    await expect.poll(async () => worst(await bench.pixels(), one)).toBeGreaterThan(30);
    await bench.stage('Cut');
    await bench.tool('Brush');
    await page.getByRole('button', { name: 'Composition', exact: true }).click();
    await page.getByRole('combobox', { name: 'Tip' }).selectOption({
      label: 'Brush tip: Smoke wisp A',
    });
    await page.getByRole('textbox', { name: 'Size, px' }).fill('260');
    await page.keyboard.press('Enter');
    const whole = await bench.pixels();
    for (let k = 2; k < 10; k++) {
      await bench.cards().nth(k).locator('.flat').click();
      await bench.drag([
        [200 + 130 * (k - 2), 760],
        [300 + 130 * (k - 2), 560],
      ]);
      await expect(bench.parts()).toHaveCount(1);
    }
    await expect.poll(async () => worst(await bench.pixels(), whole)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'an animal of light');
    await bench.undo(8);
    await expect.poll(async () => worst(await bench.pixels(), whole)).toBe(0);
  });
});

test('a painted background spares the keeper, in a borrowed palette and a frame', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const [coat, wall]: Place[] = [
    [1100, 900],
    [120, 240],
  ] as const;
  const at = (place: Place | undefined) => bench.colourAt(place as Place);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: painted background');
  await page.goto(`/c/${id}/finish`);
  await bench.settled();
  await card(page, 'Keeper').click();
  const [itsCoat, before] = [await at(coat), await bench.pixels()];

  await test.step('everything in strokes, but for the keeper, by one press', async () => {
    await page.keyboard.press('t');
    await page.getByText('all behind', { exact: true }).click();
    await sample(page, 'Strokes').click();
    await expect.poll(() => at(coat)).not.toEqual(itsCoat);
    await page.getByRole('button', { name: 'Spare Keeper', exact: true }).click();
    await expect.poll(() => at(coat)).toEqual(itsCoat);
    expect(worst(await bench.pixels(), before)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'sparing the keeper');
  });

  await test.step('the palette of a sky at dusk, at 37 %, as color alone', async () => {
    const strokes = await at(wall);
    await chain.add('colours of a picture');
    await page.getByRole('button', { name: 'Borrow from a picture' }).click();
    await page.getByRole('dialog').getByRole('button', { name: /dusk/ }).first().click();
    await bench.jobsDone();
    const names = () => chain.names();
    await expect.poll(names).toContainEqual(expect.stringMatching(/^Colours of /));
    const name = (await chain.names()).find((each) => each.startsWith('Colours of ')) as string;
    await page.getByRole('group', { name }).getByLabel('Blending').selectOption('color');
    const bar = page.getByRole('slider', { name: `Amount of ${name}` });
    await bar.fill('37');
    await bar.blur();
    await expect(bar).toHaveValue('37');
    await expect.poll(() => at(wall)).not.toEqual(strokes);
  });

  await test.step('bands of hue, and a frame before all', async () => {
    await chain.add('hue bands');
    const bands = await at(wall);
    await bench.amount('All: hue', 40);
    await expect.poll(() => at(wall)).not.toEqual(bands);
    await page.getByRole('button', { name: 'Spare Keeper', exact: true }).click();
    await page.keyboard.press('d');
    await sample(page, 'Frame').click();
    await expect(card(page, 'Frame')).toBeVisible();
    await expectAsFresh(bench, 'Fit', 'a painted background in a frame');
    await expectDelivered(bench, CANVAS);
  });
});

test('a storm: a sky wrapped to a vortex, its seam cloned over, rain, and a spray of light', async ({
  page,
}) => {
  const { width, height } = CANVAS;
  const files = ['sky-storm.jpg'];
  const bench = await laidScene(page, 'Journey: storm', width, height, files);
  const chain = new ChainPanel(bench);
  await bench.stage('Finish');
  const sky = await bench.pixels();

  await test.step('the sky becomes a vortex', async () => {
    await chain.add('wrap to circle');
    await expect.poll(async () => worst(await bench.pixels(), sky)).toBeGreaterThan(40);
    const wrapped = await bench.pixels();
    await chain.add('swirl');
    await expect.poll(async () => worst(await bench.pixels(), wrapped)).toBeGreaterThan(40);
    await expectAsFresh(bench, 'Fit', 'a vortex');
  });

  await test.step('its seam is cloned over', async () => {
    const seam = await bench.pixels();
    await bench.stage('Arrange');
    await bench.tool('Clone');
    await page.getByRole('textbox', { name: 'Size, px' }).fill('60');
    await page.keyboard.press('Enter');
    await bench.drag(
      [
        [810, 40],
        [810, 40],
      ],
      1,
      'right',
    );
    await bench.drag(
      [
        [750, 20],
        [750, 120],
      ],
      8,
    );
    await expect(card(page, 'Retouch')).toBeVisible();
    await bench.jobsDone();
    await expect.poll(async () => worst(await bench.pixels(), seam)).toBeGreaterThan(2);
    await bench.stage('Finish');
  });

  await test.step('rain falls, and light sprays', async () => {
    const dry = await bench.pixels();
    await sample(page, 'Rain').click();
    await expect(card(page, 'Rain')).toBeVisible();
    await bench.amount('Angle', -25);
    await expect.poll(async () => worst(await bench.pixels(), dry)).toBeGreaterThan(20);
    const rain = await bench.pixels();
    await sample(page, 'Bokeh').click();
    await expect(card(page, 'Bokeh')).toBeVisible();
    await expect.poll(async () => worst(await bench.pixels(), rain)).toBeGreaterThan(20);
    await expectAsFresh(bench, 'Fit', 'a storm');
    await bench.undo(2);
    await bench.redo(2);
    await expectAsFresh(bench, 'Fit', 'a storm that was undone and done again');
  });
});

test('a picture is laid into a lit silhouette, with a line of lettering', async ({ page }) => {
  const bench = new BenchPage(page);
  const chain = new ChainPanel(bench);
  const id = await copyOf(page, 'Headland, new sky', 'Journey: silhouette');
  await page.goto(`/c/${id}/finish`);
  await bench.settled();
  const rock: Place = [800, 800];
  const bright = light(await bench.colourAt(rock));

  await test.step('the headland becomes a silhouette, lit from behind', async () => {
    await card(page, 'Headland').click();
    await chain.add('exposure');
    await bench.amount('Stops', -6);
    await expect.poll(async () => light(await bench.colourAt(rock))).toBeLessThan(bright / 4);
    const dark = await bench.pixels();
    await chain.add('glow');
    await expect.poll(async () => worst(await bench.pixels(), dark)).toBeGreaterThan(20);
  });

  await test.step('the kettle on its pond is laid into it by screen', async () => {
    const sky: Place = [300, 200];
    const [above, within] = [await bench.colourAt(sky), await bench.colourAt(rock)];
    await bench.stage('Gather');
    await page.getByTitle('kettle-pond.jpg: press').first().click();
    await bench.tool('Add as layer');
    await bench.stage('Cut');
    await page
      .getByRole('combobox', { name: 'Add the shape of' })
      .selectOption({ label: 'Headland' });
    await expect(bench.parts()).toHaveCount(1);
    await bench.stage('Arrange');
    await page.getByRole('button', { name: 'Fill', exact: true }).click();
    await page.getByLabel('Blending', { exact: true }).selectOption('screen');
    await expect.poll(() => bench.colourAt(sky)).toEqual(above);
    expect(light(await bench.colourAt(rock))).toBeGreaterThan(light(within));
    await expectAsFresh(bench, 'Fit', 'a picture in a silhouette');
  });

  await test.step('a line of lettering under it', async () => {
    const silent = await bench.pixels();
    await bench.tool('Letter');
    await bench.click([420, 990]);
    await page.keyboard.type('The Kettle Comet');
    await page.keyboard.press('Escape');
    await bench.saved();
    await expect.poll(async () => worst(await bench.pixels(), silent)).toBeGreaterThan(60);
    await expectDelivered(bench, { width: 1620, height: 1080 });
  });
});
