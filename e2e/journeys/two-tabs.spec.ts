import { type BrowserContext, expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';

const ORIGINAL = 'The Kettle Comet, poster A';

/** One composition, open in two tabs of the same browser. */
async function twoTabs(page: Page, context: BrowserContext, title: string) {
  const id = await copyOf(page, ORIGINAL, title);
  const early = new BenchPage(page);
  const late = new BenchPage(await context.newPage());
  for (const bench of [early, late]) {
    await bench.page.goto(`/c/${id}/arrange`);
    await bench.settled();
  }
  return { id, early, late };
}

test('a stale tab is told, and can load the other state', async ({ context, page }) => {
  const { early, late } = await twoTabs(page, context, 'Journey: two tabs');
  await early.amount('Opacity', 50);
  await early.saved();
  await late.amount('Turn', 10);
  const warning = late.page.getByRole('alert').filter({ hasText: 'Changed in another tab' });
  await expect(warning).toBeVisible();

  // The early tab goes on as if nothing had been.
  await early.amount('Opacity', 40);
  await expect(early.page.getByTestId('saved')).toHaveText(/^saved/);

  await warning.getByRole('button', { name: 'Load that state' }).click();
  await expect(late.page.getByTestId('saved')).toHaveText(/^saved/);
  await expect(late.page.getByRole('textbox', { name: /^Opacity/ })).toHaveValue('40');
  await expect(late.page.getByRole('textbox', { name: /^Turn/ })).toHaveValue('0.0');
  await late.amount('Opacity', 30);
  await late.saved();
});

test('a stale tab can keep its state as a copy, history and all', async ({ context, page }) => {
  const { id, early, late } = await twoTabs(page, context, 'Journey: kept copy');
  await early.amount('Opacity', 50);
  await early.saved();
  await late.amount('Turn', 10);
  await late.page.getByRole('button', { name: 'Keep mine as a copy' }).click();
  await expect(late.page).not.toHaveURL(new RegExp(id));
  await late.settled();
  await expect(late.page.getByRole('button', { name: /kept copy/ })).toBeVisible();
  await expect(late.page.getByRole('textbox', { name: /^Turn/ })).toHaveValue('10.0');
  await late.undo();
  await expect(late.page.getByRole('textbox', { name: /^Turn/ })).toHaveValue('0.0');
  await late.saved();

  const kept = await page.request.get(`/api/compositions/${id}`);
  const { document } = (await kept.json()) as {
    document: { root: string[]; layers: Record<string, { opacity: number }> };
  };
  expect(document.layers[document.root.at(-1) ?? '']?.opacity).toBe(0.5);
});

test('what could not be saved is saved when the server answers again', async ({ page }) => {
  const id = await copyOf(page, ORIGINAL, 'Journey: server away');
  const bench = new BenchPage(page);
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  await page.route(`**/api/compositions/${id}`, (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await bench.amount('Opacity', 70);
  await expect(page.getByRole('alert').filter({ hasText: 'not saved' })).toBeVisible();
  await bench.amount('Opacity', 60);
  await page.unroute(`**/api/compositions/${id}`);
  await bench.saved();
  await page.reload();
  await bench.settled();
  await expect(page.getByRole('textbox', { name: /^Opacity/ })).toHaveValue('60');
});
