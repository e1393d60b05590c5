import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, newOf } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectDelivered } from '../support/delivered';
import { expectAsFresh } from '../support/same-as-fresh';

test('a text is written where it stands, set anew, laid on a curve, and delivered as it shows', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: lettering');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const wall = await bench.pixels();
  const field = page.getByRole('textbox', { name: 'Text', exact: true });

  await test.step('a press begins a text, and what is typed stands on the picture', async () => {
    await bench.tool('Letter');
    await bench.click([150, 300]);
    await expect(field).toBeFocused();
    await page.keyboard.type('Pim keeps\nthe light');
    await expect(field).toHaveValue('Pim keeps\nthe light');
    await expect.poll(async () => worst(await bench.pixels(), wall)).toBeGreaterThan(60);
    await page.keyboard.press('Escape');
    await bench.saved();
  });

  await test.step('it is set in another font, heavier, in another colour and larger', async () => {
    await page.getByRole('combobox', { name: 'Font' }).selectOption('bitter');
    await expect(page.getByText('lettering · Bitter')).toBeVisible();
    const before = await bench.pixels();
    await bench.amount('Weight', 850);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(40);
    await bench.amount('Letter size', 140);
    await page.getByLabel('Colour: colour').fill('#f2c14e');
    // Well inside the stem of the first letter.
    await expect.poll(() => bench.colourAt([172, 270])).toEqual([242, 193, 78]);
    await expectAsFresh(bench, 'Fit', 'a text in another font');
  });

  await test.step('a press on it goes on writing in it', async () => {
    await bench.click([400, 255]);
    await expect(field).toBeFocused();
    await expect(page.getByTestId('card')).toHaveCount(3);
    const caret = () => field.evaluate((area: HTMLTextAreaElement) => area.selectionStart);
    // In the middle of the first line.
    await expect.poll(caret).toBeGreaterThan(1);
    expect(await caret()).toBeLessThan(9);
    await page.keyboard.press('Control+a');
    await page.keyboard.type('Lamp');
    await page.keyboard.press('Escape');
    const kept = async () => (await page.request.get(`/api/compositions/${id}`)).text();
    await expect.poll(kept).toContain('Lamp');
    await page.reload();
    await bench.settled();
    await card(page, 'Lettering').click();
    await bench.tool('Letter');
    await expect(field).toHaveValue('Lamp');
  });

  await test.step('it lies on a curve, and what is seen is what is delivered', async () => {
    const straight = await bench.pixels();
    await page.getByRole('button', { name: 'Lay on a curve' }).click();
    await expect.poll(async () => worst(await bench.pixels(), straight)).toBeGreaterThan(60);
    await page.getByRole('checkbox', { name: 'Stroke' }).check();
    await expectAsFresh(bench, 'Fit', 'a text on a curve');
    await expectDelivered(bench, { width: 1500, height: 1000 });
  });
});

test('says when a text can hardly be read, and what is no font', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: hard to read', 800, 500);
  await page.goto(`/c/${id}/gather`);
  await page.getByTitle('falling-snow.jpg: press').first().click();
  await bench.tool('Add as layer');
  await bench.stage('Arrange');
  await bench.tool('Letter');
  const warning = page.getByText(/^Hard to read/);

  await test.step('dark grey before black is warned of, white is not', async () => {
    await bench.click([120, 260]);
    await expect(page.getByRole('textbox', { name: 'Text', exact: true })).toBeFocused();
    await page.keyboard.type('Snow');
    await page.keyboard.press('Escape');
    await page.getByLabel('Colour: colour').fill('#202020');
    await expect(warning).toBeVisible();
    await page.getByLabel('Colour: colour').fill('#ffffff');
    await expect(warning).toHaveCount(0);
  });

  await test.step('a file that is no font is refused by name, and nothing changes', async () => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('combobox', { name: 'Font' }).selectOption({ label: 'Bring a font in …' });
    const buffer = Buffer.from('not a font at all, only some words');
    await (await chooser).setFiles({ name: 'letters.ttf', mimeType: 'font/ttf', buffer });
    await expect(page.getByRole('alert')).toContainText('letters.ttf was not brought in');
    await expect(page.getByText('lettering · Figtree')).toBeVisible();
  });

  await test.step('one that is a font is brought in and set', async () => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('combobox', { name: 'Font' }).selectOption({ label: 'Bring a font in …' });
    await (await chooser).setFiles('packages/lettering/generated/caveat.ttf');
    await expect(page.getByText('lettering · Caveat')).toBeVisible();
    await expectAsFresh(bench, 'Fit', 'a font that was brought in');
  });

  await test.step('and so is one that is packed for the web', async () => {
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('combobox', { name: 'Font' }).selectOption({ label: 'Bring a font in …' });
    await (await chooser).setFiles(
      'node_modules/@fontsource-variable/oswald/files/oswald-latin-wght-normal.woff2',
    );
    await expect(page.getByText('lettering · Oswald')).toBeVisible();
    await expectAsFresh(bench, 'Fit', 'a packed font that was brought in');
  });
});
