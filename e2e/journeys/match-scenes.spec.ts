import { expect, test } from '@playwright/test';
import { ChainPanel, card, worst } from '../support/chain';
import { expectAsFresh } from '../support/same-as-fresh';
import { kettleOnTable, laidScene } from '../support/scenes';

test('a shadow falls along a plane that lies on the ground of the scene', async ({ page }) => {
  const bench = await kettleOnTable(page, 'Journey: shadow on a plane');
  await bench.stage('Match');
  await page.keyboard.press('e');
  await page.getByRole('button', { name: 'Throw its shadow' }).click();
  await bench.jobsDone();
  await bench.amount('Light from', 30);
  await bench.amount('From the front', 60);
  await expect(card(page, 'Shadow of Kettle by the pond')).toBeVisible();
  const flat = await bench.pixels();

  await test.step('along the plane it is narrower where it is farther', async () => {
    await bench.stage('Arrange');
    await bench.tool('Plane');
    await bench.drag([
      [300, 700],
      [800, 1200],
    ]);
    await bench.drag([
      [300, 700],
      [480, 760],
    ]);
    await bench.drag([
      [800, 700],
      [620, 760],
    ]);
    await expect(page.getByTestId('plane')).toHaveCount(1);
    expect(worst(await bench.pixels(), flat)).toBe(0);
    await bench.stage('Match');
    await page.keyboard.press('e');
    await page.getByLabel('Along').selectOption({ label: 'Plane' });
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBeGreaterThan(10);
    await expectAsFresh(bench, 'Fit', 'throwing a shadow along a plane');
  });

  await test.step('it goes with the plane, which says what lies on it', async () => {
    await bench.undo();
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBe(0);
    await bench.redo();
    await bench.stage('Arrange');
    await card(page, 'Shadow of Kettle by the pond').click();
    await bench.tool('Plane');
    await expect(
      page.getByRole('button', { name: 'Take Shadow of Kettle by the pond out of it' }),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Delete Plane' }).click();
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBe(0);
  });
});

test('the moth flies before the headland, in its light, wherever it is moved', async ({ page }) => {
  const files = ['headland-noon.jpg', 'moth-gauze.jpg'];
  const bench = await laidScene(page, 'Journey: moth before the headland', 1500, 1000, files);
  const chain = new ChainPanel(bench);
  const row = (name: string) => page.locator(`[data-testid=agreement-row][data-row="${name}"]`);
  await bench.stage('Cut');
  await page.getByRole('button', { name: 'Find subject' }).click();
  const offers = page.getByRole('list', { name: 'Found subjects' }).getByRole('button');
  await expect(offers.first()).toContainText('% sure', { timeout: 60_000 });
  await offers.first().click();
  await expect(bench.parts()).toHaveCount(2, { timeout: 60_000 });
  await bench.jobsDone();
  await page.getByRole('button', { name: 'Composition', exact: true }).click();
  const pasted = await bench.pixels();

  await test.step('the area of it alone may count', async () => {
    const light = () => row('light colour').getAttribute('data-apart');
    await bench.stage('Match');
    await page.keyboard.press('q');
    const whole = await light();
    await bench.stage('Cut');
    await page.getByRole('contentinfo').getByRole('button', { name: 'area', exact: true }).click();
    await bench.tool('Oval');
    // Its body alone.
    await bench.drag([
      [660, 420],
      [820, 820],
    ]);
    await expect(page.getByTestId('area-outline')).toBeVisible();
    await bench.stage('Match');
    await page.keyboard.press('q');
    await page.getByRole('button', { name: 'area: what of the thing is in the area' }).click();
    await expect.poll(light).not.toBe(whole);
    await page.getByRole('button', { name: 'whole: all of the thing counts' }).click();
    await expect.poll(light).toBe(whole);
    await bench.undo();
  });

  await test.step('it is made to agree', async () => {
    await bench.stage('Match');
    await page.keyboard.press('q');
    const take = page.getByRole('button', { name: /^Take all/ });
    await expect(take).toBeEnabled();
    await take.click();
    await bench.jobsDone();
    await expect.poll(() => chain.names()).toContain('White balance, agreed');
    await expect.poll(async () => worst(await bench.pixels(), pasted)).toBeGreaterThan(8);
    await expectAsFresh(bench, 'Fit', 'making a moth agree');
  });

  await test.step('moved, it keeps its light, and all is undone and done again after a reload', async () => {
    await bench.stage('Arrange');
    await card(page, 'Gauze-winged moth').click();
    await bench.tool('Place');
    await bench.drag([
      [740, 600],
      [640, 420],
    ]);
    await expectAsFresh(bench, 'Fit', 'moving a moth');
    await bench.saved();
    const moved = await bench.pixels();
    await page.reload();
    await bench.settled();
    expect(worst(await bench.pixels(), moved)).toBe(0);
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), pasted)).toBe(0);
    await bench.redo(2);
    await expect.poll(async () => worst(await bench.pixels(), moved)).toBe(0);
  });
});
