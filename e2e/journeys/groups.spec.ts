import { expect, type Page, test } from '@playwright/test';
import { BenchPage, copyOf, type Pixels } from '../support/bench';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

const HEADLAND = 'Headland, new sky';

/** The largest difference of a value between two pictures of the same extent. */
function worst(a: Pixels, b: Pixels): number {
  return a.data.reduce((most, value, i) => Math.max(most, Math.abs(value - (b.data[i] ?? 0))), 0);
}

const card = (page: Page, name: string) =>
  page.getByRole('button', { name: new RegExp(`^${name}(, in hand|, chosen)?$`) }).first();

async function dragCard(page: Page, name: string, onto: string, share: number): Promise<void> {
  const [from, to] = [await card(page, name).boundingBox(), await card(page, onto).boundingBox()];
  if (!from || !to) throw new Error('There are no such cards.');
  await page.mouse.move(from.x + from.width / 2, from.y + from.height / 2);
  await page.mouse.down();
  const x = to.x + to.width * share;
  await page.mouse.move(x - 12, to.y + to.height / 2, { steps: 8 });
  await page.mouse.move(x, to.y + to.height / 2, { steps: 4 });
  await expect(page.getByTestId('drop-mark')).toHaveCount(1);
  await page.mouse.up();
}

test('layers are grouped, moved together, folded, dragged apart and ungrouped', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, HEADLAND, 'Journey: groups');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const names = async () =>
    (await bench.cards().allTextContents()).map((text) => text.replace(/\s+/g, ' ').trim());
  await page.getByRole('button', { name: 'Storm sky is hidden' }).click();
  await page.getByRole('button', { name: 'Storm sky is shown' }).waitFor();
  await card(page, 'Storm sky').click();
  await bench.amount('Opacity', 40);
  const before = await bench.pixels();

  await test.step('chosen by pointer and by keys, and grouped without a change', async () => {
    await card(page, 'Dusk sky').click();
    await page.keyboard.press('Alt+Period');
    await expect(card(page, 'Storm sky')).toHaveAttribute('data-chosen', 'true');
    await card(page, 'Storm sky').click({ modifiers: ['Control'] });
    await expect(card(page, 'Storm sky')).toHaveAttribute('data-chosen', 'false');
    await card(page, 'Storm sky').click({ modifiers: ['Shift'] });
    await page.keyboard.press('Alt+KeyB');
    await expect.poll(names).toEqual(['Group', 'Dusk sky', 'Storm sky', 'Headland']);
    expect(worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('what is in it moves, turns and fades with it', async () => {
    await bench.amount('Across', 700);
    await bench.amount('Turn', 12);
    expect(worst(await bench.pixels(), before)).toBeGreaterThan(40);
    await lookAt(bench, '100 %');
    await expectAsFresh(bench, '100 %', 'a group that was moved and turned');
    await lookAt(bench, 'Fit');
    await bench.undo(2);
    expect(worst(await bench.pixels(), before)).toBe(0);
    await bench.amount('Opacity', 0);
    const faded = await bench.pixels();
    await bench.undo();
    await page.getByRole('button', { name: 'Group is shown' }).click();
    expect(worst(await bench.pixels(), faded)).toBe(0);
    await page.getByRole('button', { name: 'Group is hidden' }).click();
  });

  await test.step('it has a mask of its own, on the pixels of the canvas', async () => {
    await bench.stage('Cut');
    await bench.tool('Box');
    await bench.drag([
      [60, 60],
      [700, 500],
    ]);
    await expect(bench.parts()).toHaveCount(1);
    const inside = await bench.colourAt([300, 200]);
    const outside = await bench.colourAt([1200, 200]);
    await bench.undo();
    expect(inside).toEqual(await bench.colourAt([300, 200]));
    expect(outside).not.toEqual(await bench.colourAt([1200, 200]));
    await bench.stage('Arrange');
  });

  await test.step('it folds up, and opens again', async () => {
    await page.keyboard.press('Alt+KeyU');
    await expect.poll(names).toEqual(['Group', 'Headland']);
    await page.reload();
    await bench.settled();
    await expect.poll(names).toEqual(['Group', 'Headland']);
    await page.getByRole('button', { name: 'Open Group' }).click();
    await expect.poll(names).toEqual(['Group', 'Dusk sky', 'Storm sky', 'Headland']);
  });

  await test.step('cards are dragged out of it, into it and past it', async () => {
    await dragCard(page, 'Storm sky', 'Headland', 0.9);
    await expect.poll(names).toEqual(['Group', 'Dusk sky', 'Headland', 'Storm sky']);
    await expect(page.getByTestId('bracket').getByTestId('card')).toHaveCount(2);
    await dragCard(page, 'Storm sky', 'Group', 0.5);
    await expect.poll(names).toEqual(['Group', 'Dusk sky', 'Storm sky', 'Headland']);
    await expect(page.getByTestId('bracket').getByTestId('card')).toHaveCount(3);
    expect(worst(await bench.pixels(), before)).toBe(0);
    await card(page, 'Headland').click();
    // Past the next one nearer is into the group that lies open.
    await page.keyboard.press('Shift+<');
    await expect(page.getByTestId('bracket').getByTestId('card')).toHaveCount(4);
    await page.keyboard.press('Shift+>');
    await expect(page.getByTestId('bracket').getByTestId('card')).toHaveCount(3);
    expect(worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('groups stand in groups', async () => {
    await card(page, 'Dusk sky').click();
    await page.keyboard.press('Alt+KeyB');
    await expect.poll(names).toEqual(['Group', 'Group 2', 'Dusk sky', 'Storm sky', 'Headland']);
    await bench.amount('Width', 120);
    await bench.amount('Turn', -7);
    const turned = await bench.pixels();
    await page.keyboard.press('Alt+Shift+KeyB');
    await expect.poll(names).toEqual(['Group', 'Dusk sky', 'Storm sky', 'Headland']);
    expect(worst(await bench.pixels(), turned)).toBeLessThanOrEqual(1);
    await bench.undo(4);
    expect(worst(await bench.pixels(), before)).toBe(0);
  });

  await test.step('it is duplicated, and copied to another composition', async () => {
    await card(page, 'Group').click();
    await page.keyboard.press('Control+d');
    await expect(page.getByTestId('bracket')).toHaveCount(2);
    await bench.undo();
    await card(page, 'Group').click();
    await page.keyboard.press('Shift+C');
    const other = await copyOf(page, HEADLAND, 'Journey: groups, other');
    await bench.saved();
    await page.goto(`/c/${other}/arrange`);
    await bench.settled();
    await page.keyboard.press('Shift+V');
    await expect
      .poll(names)
      .toEqual(['Dusk sky', 'Storm sky', 'Headland', 'Group', 'Dusk sky', 'Storm sky']);
    await bench.saved();
    await page.reload();
    await bench.settled();
    await expect(page.getByTestId('bracket').getByTestId('card')).toHaveCount(3);
  });
});
