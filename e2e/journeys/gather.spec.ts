import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { card } from '../support/chain';

test('the shelf is searched, sorted and put in order, and what nothing uses is taken off', async ({
  page,
}) => {
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: shelf');
  await page.goto(`/c/${id}/gather`);
  const shelf = page.getByTestId('shelf');
  const cards = shelf.getByRole('listitem');
  const shown = shelf.getByRole('status');
  await expect(shown).toHaveText(/^2\d sources$/);

  await test.step('by words, order, collection and kind', async () => {
    await shelf.getByLabel('Sorted by').selectOption('name');
    await expect(cards.first()).toContainText('Attic, middle exposure');
    await shelf.getByRole('searchbox').fill('sky made-up');
    await expect(cards).toHaveCount(1);
    await expect(cards).toContainText('Star field');
    await shelf.getByRole('searchbox').fill('');
    await shelf.getByLabel('Collection').selectOption('Skies');
    await expect(cards).toHaveCount(3);
    await shelf.getByRole('button', { name: 'Tips', exact: true }).click();
    await expect(shelf).toContainText('Nothing on the shelf is like that.');
    await shelf.getByRole('button', { name: 'Look at everything' }).click();
    await expect(shown).toHaveText(/^2\d sources$/);
  });

  const facts = page.getByLabel('Inspector');
  await test.step('a source is put into a collection, and kept there', async () => {
    await shelf.getByRole('button', { name: /^Falling snow|snow/i }).click();
    await facts.getByLabel('Put into a collection').fill('Winter');
    await facts.getByLabel('Put into a collection').press('Enter');
    await expect(facts.getByRole('list', { name: 'Collections' })).toContainText('Winter');
    await page.reload();
    await shelf.getByLabel('Collection').selectOption('Winter');
    await expect(cards).toHaveCount(1);
    await cards.getByRole('button').click();
    await facts.getByRole('button', { name: 'Out of Winter' }).click();
    await shelf.getByRole('button', { name: 'Look at everything' }).click();
  });

  await test.step('it is taken off and put back; what is used stays, and it is said by whom', async () => {
    await shelf.getByRole('button', { name: /snow/i }).click();
    await facts.getByRole('button', { name: 'Take it off the shelf' }).click();
    await expect(shelf.getByRole('button', { name: /snow/i })).toHaveCount(0);
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(shelf.getByRole('button', { name: /snow/i })).toBeVisible();
    await shelf.getByRole('button', { name: /^The keeper, portrait/ }).click();
    await facts.getByRole('button', { name: 'Take it off the shelf' }).click();
    await expect(page.getByRole('alert')).toContainText('is used by');
    await expect(shelf.getByRole('button', { name: /^The keeper, portrait/ })).toBeVisible();
  });
});

test('a source is read, another is set beside it, and it is said what would be hard', async ({
  page,
}) => {
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: side by side');
  await page.goto(`/c/${id}/gather`);
  await page
    .getByTestId('shelf')
    .getByRole('button', { name: /^The keeper in the work/ })
    .click();
  const facts = page.getByLabel('Inspector');
  await expect(facts.getByTestId('lightness-chart')).toBeVisible({ timeout: 30_000 });
  await expect(facts).toContainText(/Light\s*\d+ K/);
  await expect(facts.getByTestId('cast-chart')).toBeVisible();

  await facts.getByRole('button', { name: 'Set another beside it' }).click();
  await page.getByRole('searchbox').last().fill('overcast');
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Overcast/ })
    .click();
  const hard = page.getByTestId('hardships');
  await expect(hard).toBeVisible({ timeout: 30_000 });
  await expect(hard.getByRole('listitem').first()).toContainText('must not be delivered');
  await expect(hard).toContainText(/K from the first to the second: a White balance step/);

  await page.getByRole('button', { name: 'Change places' }).click();
  const columns = page
    .getByRole('main', { name: 'Side by side' })
    .getByRole('heading', { level: 2 });
  await expect(columns.nth(1)).toContainText('Overcast');
  await expect(columns.nth(2)).toContainText('The keeper in the workshop');
  await page.getByRole('button', { name: 'Back to the shelf' }).click();
  await expect(page.getByTestId('shelf')).toBeVisible();
});

test('what must not be delivered is marked in the depth strip and before a delivery', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: rights');
  await page.goto(`/c/${id}/gather`);
  const shelf = page.getByTestId('shelf');
  await shelf.getByRole('button', { name: /^Overcast with a bright gap/ }).dblclick();
  const strip = page.getByLabel('Layers, far to near');
  await expect(strip.getByRole('img', { name: 'Not to be delivered' })).toHaveCount(1);
  await bench.stage('Deliver');
  const facts = page.getByLabel('Inspector');
  await expect(facts).toContainText('Overcast with a bright gap is not to be delivered.');
  await facts.getByRole('button', { name: /^Wrong.*is not to be delivered/ }).click();
  await expect(card(page, 'Overcast with a bright gap')).toHaveAttribute('aria-current', 'true');
  await bench.undo();
  await expect(facts).not.toContainText('is not to be delivered');
  await expect(strip.getByRole('img', { name: 'Not to be delivered' })).toHaveCount(0);
});

test('an element is found in the library by what its licence allows, and comes with its terms', async ({
  page,
}) => {
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: library');
  await page.goto(`/c/${id}/gather`);
  const shelf = page.getByTestId('shelf');
  await expect(shelf.getByRole('listitem').first()).toBeVisible();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Library' }).click();
  const dialog = page.getByRole('dialog', { name: 'The demo library' });
  const elements = dialog.getByRole('list', { name: 'Elements' }).getByRole('button');

  await test.step('what may not be sold is left out until that is not asked for', async () => {
    await dialog.getByRole('searchbox').fill('smoke');
    await expect(elements).toHaveCount(1);
    await dialog.getByRole('checkbox', { name: 'may be sold' }).uncheck();
    await expect(elements).toHaveCount(2);
    await elements.filter({ hasText: 'lit from the left' }).click();
    await expect(dialog).toContainText('may not be sold');
    await expect(dialog).toContainText('neither sold nor advertises');
  });

  await test.step('it is brought in with its credit, its licence and its address', async () => {
    await dialog.getByRole('checkbox', { name: 'may be sold' }).check();
    await dialog.getByRole('searchbox').fill('blown');
    await elements.filter({ hasText: 'Snow blown to the left' }).click();
    await expect(dialog).toContainText('Credit: Lantern Yard.');
    await dialog.getByRole('button', { name: 'Bring to the shelf' }).click();
    await expect(page.getByText('Snow blown to the left is on the shelf.')).toBeVisible();
    await dialog.getByRole('button', { name: 'Close' }).click();
    const facts = page.getByLabel('Inspector');
    await expect(facts.getByLabel('Credit', { exact: true })).toHaveValue('Lantern Yard');
    await expect(facts.getByLabel('They allow')).toHaveValue('credited');
    await expect(facts).toContainText('/items/snow-blown-left');
    const brought = shelf.getByRole('button', { name: /^Snow blown to the left/ });
    await expect(brought.getByRole('img', { name: 'Needs its credit' })).toBeVisible();
    await facts.getByRole('button', { name: 'Take it off the shelf' }).click();
    await expect(brought).toHaveCount(0);
  });

  await test.step('when it does not answer, that is said, and all else goes on', async () => {
    await page.keyboard.press('r');
    const address = page.getByLabel('Address of the library');
    const before = await address.inputValue();
    await address.fill('http://127.0.0.1:9');
    await address.press('Enter');
    await expect(page.getByRole('dialog').getByRole('alert')).toContainText(
      'The library at http://127.0.0.1:9 does not answer. Check its address',
    );
    await address.fill(before);
    await address.press('Enter');
    await expect(elements).not.toHaveCount(0);
    await page.keyboard.press('Escape');
    await shelf.getByRole('button', { name: /^Harbour wall/ }).click();
    await expect(page.getByLabel('Inspector')).toContainText('harbour-wall.jpg');
  });
});
