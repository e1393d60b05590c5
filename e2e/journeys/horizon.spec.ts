import { expect, test } from '@playwright/test';
import { BenchPage, newOf } from '../support/bench';

const CANVAS = { width: 1500, height: 1000 };

async function photoToStand(page: BenchPage['page'], title: string, file: string) {
  const bench = new BenchPage(page);
  const id = await newOf(page, title, CANVAS.width, CANVAS.height);
  await page.goto(`/c/${id}/gather`);
  await page.getByTitle(`${file}: press`).first().click();
  await bench.tool('Add as layer');
  await bench.stage('Arrange');
  await bench.tool('Stand');
  return bench;
}

test('proposes the horizon of a room by its lines, and measures how high its camera stood', async ({
  page,
}) => {
  const bench = await photoToStand(page, 'Journey: a room', 'attic-mid.jpg');
  const propose = page.getByRole('button', { name: 'Propose it from the lines' });

  await test.step('floor boards and beams meet at the height of the window', async () => {
    await propose.click();
    const horizon = page.getByRole('textbox', { name: /^Horizon/ });
    await expect(horizon).toBeVisible({ timeout: 30_000 });
    const y = Number(await horizon.inputValue());
    expect(y).toBeGreaterThan(480);
    expect(y).toBeLessThan(680);
    await bench.amount('Horizon', 600);
  });

  await test.step('a thing of known height, drawn from its foot to its top', async () => {
    await bench.amount('Its height', 1);
    await page.getByRole('checkbox', { name: 'Measure a thing of that height' }).check();
    await expect(page.getByTestId('sentence')).toContainText('from the foot of a thing');
    await bench.drag([
      [900, 900],
      [900, 700],
    ]);
    // The horizon, 300 above its foot, cuts one and a half times its 200.
    await expect(page.getByRole('textbox', { name: /^Camera height/ })).toHaveValue('1.50');
  });
});

test('says when a picture has no lines that could tell a horizon', async ({ page }) => {
  await photoToStand(page, 'Journey: a pond', 'kettle-pond.jpg');
  await page.getByRole('button', { name: 'Propose it from the lines' }).click();
  await expect(page.getByRole('alert')).toContainText('too few straight lines', {
    timeout: 30_000,
  });
  await expect(page.getByRole('textbox', { name: /^Horizon/ })).toHaveCount(0);
});
