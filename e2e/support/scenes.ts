import { expect, type Page } from '@playwright/test';
import { BenchPage, newOf } from './bench';

/** Sources laid over one another on a new canvas, the first of them behind; at Gather. */
export async function laidScene(
  page: Page,
  title: string,
  width: number,
  height: number,
  files: readonly string[],
): Promise<BenchPage> {
  const bench = new BenchPage(page);
  const id = await newOf(page, title, width, height);
  await page.goto(`/c/${id}/gather`);
  for (const file of files) {
    await page.getByTitle(`${file}: press`).first().click();
    await bench.tool('Add as layer');
  }
  return bench;
}

/** The kettle, cut out by an oval, before the workshop's table; at Cut. */
export async function kettleOnTable(page: Page, title: string): Promise<BenchPage> {
  const files = ['keeper-workshop.jpg', 'kettle-pond.jpg'];
  const bench = await laidScene(page, title, 1125, 1500, files);
  await bench.stage('Cut');
  await page.getByRole('button', { name: 'Composition', exact: true }).click();
  await bench.tool('Oval');
  await bench.drag([
    [440, 590],
    [670, 846],
  ]);
  await expect(bench.parts()).toHaveCount(1);
  return bench;
}
