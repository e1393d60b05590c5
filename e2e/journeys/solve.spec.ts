import { expect, test } from '@playwright/test';
import { type BenchPage, type Place, photoToCut } from '../support/bench';
import { agreement } from '../support/truth';

const KEEPER = { width: 1200, height: 1500 };

/** Strokes of a mark, each worked out before the next. */
async function mark(bench: BenchPage, words: string, strokes: readonly Place[][]): Promise<void> {
  await bench.page.getByRole('button', { name: words, exact: true }).click();
  for (const places of strokes) {
    const before = await bench.parts().allTextContents();
    await bench.drag(places, 12);
    await expect
      .poll(() => bench.parts().allTextContents(), { timeout: 60_000 })
      .not.toEqual(before);
    await bench.jobsDone();
  }
}

test("the keeper's hair by five strokes of marks and one solve", async ({ page }) => {
  // Four cuts and three solves of a wide band.
  test.setTimeout(180_000);
  const bench = await photoToCut(page, 'Hair solved', 'keeper-portrait.jpg', KEEPER);
  await bench.tool('Marks');
  await bench.amount('Size', 60);
  await mark(bench, 'keep', [
    [
      [300, 600],
      [360, 375],
      [600, 225],
      [840, 375],
      [960, 600],
    ],
    [
      [600, 525],
      [600, 930],
      [396, 930],
      [780, 930],
    ],
    [
      [240, 1425],
      [300, 1125],
      [840, 1125],
      [960, 1425],
    ],
  ]);
  await mark(bench, 'drop', [
    [
      [36, 1350],
      [36, 150],
      [600, 45],
      [1164, 150],
      [1164, 1350],
    ],
  ]);
  await mark(bench, 'unsure', [
    [
      [270, 850],
      [310, 990],
    ],
  ]);
  const cut = await agreement(bench, 'keeper-portrait', KEEPER);
  await bench.amount('Width', 130);
  await page.getByRole('button', { name: 'Solve', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Solve again' })).toBeVisible({ timeout: 80_000 });
  await bench.jobsDone();
  const solved = await agreement(bench, 'keeper-portrait', KEEPER);
  // Strands that a cut takes or leaves whole now count as much as they show.
  expect(solved.edgeDifference).toBeLessThan(0.65 * cut.edgeDifference);
  expect(solved.intersectionOverUnion).toBeGreaterThan(0.91);

  await test.step('the fringe is cleaned by itself, and has an amount', async () => {
    const fringe = page.getByRole('textbox', { name: /^Clean fringe/ });
    await expect(fringe).toHaveValue('100');
    await page.getByRole('button', { name: 'On backdrop', exact: true }).click();
    await page.getByRole('button', { name: 'White', exact: true }).click();
    const clean = await bench.pixels();
    await bench.amount('Clean fringe', 0);
    const plain = await bench.pixels();
    // The old backdrop is greenish: without it, strands have less green than red.
    const greener = (pixels: typeof clean) =>
      pixels.data.reduce(
        (sum, value, i) => sum + (i % 4 === 1 ? value : i % 4 === 0 ? -value : 0),
        0,
      );
    expect(greener(clean)).toBeLessThan(greener(plain) - 10_000);
    await bench.undo();
    await page.getByRole('button', { name: 'Plain', exact: true }).click();
  });

  await test.step('the marks stay, the cut can be had again, and a solve can be stopped', async () => {
    await expect(bench.parts()).toContainText('5 marks');
    await page.getByRole('button', { name: 'As cut' }).click();
    await expect(page.getByRole('button', { name: 'Solve', exact: true })).toBeVisible();
    await bench.jobsDone();
    const again = await agreement(bench, 'keeper-portrait', KEEPER);
    expect(again.edgeDifference).toBeCloseTo(cut.edgeDifference, 3);
    await page.getByRole('button', { name: 'Solve', exact: true }).click();
    await page.getByRole('button', { name: /^Stop: Solving Marks/ }).click();
    await bench.jobsDone();
    await expect(page.getByRole('button', { name: 'Solve', exact: true })).toBeVisible();
    await bench.undo();
    await expect(page.getByRole('button', { name: 'Solve again' })).toBeVisible();
  });
});
