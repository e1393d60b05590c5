import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';

test('eight plumes are one: changed once, placed and masked each for itself', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'Kettle on the pond', 'Journey: showings');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const before = await bench.pixels();

  await test.step('says whom it follows', async () => {
    await card(page, 'Plume again').click();
    await expect(page.getByText('another showing · follows Plume')).toBeVisible();
  });

  await test.step('a showing more, moved for itself', async () => {
    await page.getByRole('button', { name: 'Another showing, which follows this layer' }).click();
    await expect(card(page, 'Plume again 8')).toBeVisible();
    await bench.amount('Across', 300);
    await bench.amount('Width', 60);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(30);
    await expectAsFresh(bench, 'Fit', 'another showing');
    await bench.undo(3);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('what is painted over in all of them: the original cannot be deleted from under them', async () => {
    await card(page, 'Plume').click();
    await page.keyboard.press('Control+Backspace');
    await expect(page.getByRole('alert')).toContainText('shows Plume, too');
    await expect(card(page, 'Plume')).toBeVisible();
  });

  await test.step('a group shown again follows what is put into its chain inside', async () => {
    await card(page, 'Credit line').click();
    await page.keyboard.press('Alt+b');
    await expect(card(page, 'Group')).toBeVisible();
    await card(page, 'Group').click();
    await page.getByRole('button', { name: 'Another showing, which follows this layer' }).click();
    await expect(card(page, 'Group again')).toBeVisible();
    await bench.amount('Down', 500);
    const twice = await bench.pixels();
    await card(page, 'Credit line').click();
    const chain = new ChainPanel(bench);
    await chain.add('invert');
    await expect.poll(async () => worst(await bench.pixels(), twice)).toBeGreaterThan(100);
    await expectAsFresh(bench, 'Fit', 'a change inside what is shown twice');
  });

  await test.step('two that are linked move together, and a layer is found by its name', async () => {
    await page.keyboard.press('Control+k');
    await page.getByRole('combobox').fill('Plume again 4');
    await page.getByRole('option', { name: /^Plume again 4/ }).click();
    await expect(page.getByText('another showing · follows Plume')).toBeVisible();
    const across = page.getByRole('textbox', { name: /^Across/ });
    const first = Number(await across.inputValue());
    await card(page, 'Plume again 5').click({ modifiers: ['Control'] });
    await page.getByRole('button', { name: /^Link these 2 layers/ }).click();
    await card(page, 'Plume again 5').click();
    await page.keyboard.press('Shift+ArrowRight');
    await card(page, 'Plume again 4').click();
    await expect(across).toHaveValue((first + 10).toFixed(1));
    await page.getByRole('button', { name: /^Unlink this layer/ }).click();
    await bench.undo(3);
    await expect(across).toHaveValue(first.toFixed(1));
  });

  await test.step('a showing becomes a copy of its own', async () => {
    await card(page, 'Plume again 2').click();
    const shown = await bench.pixels();
    await page.getByRole('button', { name: 'Make this showing a copy of its own' }).click();
    await expect(page.getByText(/^photo · /)).toBeVisible();
    await expect.poll(async () => worst(await bench.pixels(), shown)).toBe(0);
  });
});
