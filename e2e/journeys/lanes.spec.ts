import { expect, test } from '@playwright/test';
import { BenchPage, copyOf } from '../support/bench';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

test('a slider and a stroke are answered while hair is being solved', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: while solving');
  await page.goto(`/c/${id}/cut`);
  await bench.settled();
  await page.getByLabel('Take Marks in hand').click();
  await page.getByRole('button', { name: 'Solve again' }).click();
  const job = page.getByTestId('job-line');
  await expect(job).toBeVisible();

  await bench.stage('Arrange');
  await page.getByRole('button', { name: 'Harbour wall', exact: true }).first().click();
  const wall = await bench.colourAt([200, 300]);
  await bench.amount('Opacity', 40);
  const faded = await bench.colourAt([200, 300]);
  expect(faded).not.toEqual(wall);
  await bench.stage('Cut');
  await bench.tool('Brush');
  await page.getByRole('button', { name: 'hide', exact: true }).click();
  await bench.drag([
    [160, 300],
    [240, 300],
  ]);
  expect(await bench.colourAt([200, 300])).not.toEqual(faded);
  // All of that was shown before the solve was done.
  await expect(job).toBeVisible();
  await bench.jobsDone();
  await lookAt(bench, '100 %');
  await expectAsFresh(bench, '100 %', 'edits while hair was solved');
});
