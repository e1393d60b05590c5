import { expect, test } from '@playwright/test';
import { type BenchPage, type Place, photoToCut } from '../support/bench';
import { agreement, compositeDifference } from '../support/truth';

const KEEPER = { width: 1200, height: 1500 };

/** A stroke of a mark, or the place that it fills. */
interface Marking {
  readonly mark: 'keep' | 'drop' | 'unsure';
  readonly size: number;
  readonly through: readonly Place[];
}

/** The hair between what is surely kept and surely dropped: four broad strokes, and the rest is unsure. */
const MARKINGS: readonly Marking[] = [
  {
    ...{ mark: 'keep', size: 190 },
    through: [
      ...([
        [600, 280],
        [400, 440],
        [420, 600],
        [600, 480],
        [790, 600],
        [800, 440],
      ] as const),
      ...([
        [600, 300],
        [600, 700],
        [500, 760],
        [700, 760],
        [600, 700],
      ] as const),
    ],
  },
  {
    ...{ mark: 'keep', size: 140 },
    through: [
      ...([
        [500, 860],
        [600, 900],
        [700, 900],
        [660, 1000],
        [360, 1160],
        [280, 1430],
      ] as const),
      ...([
        [920, 1430],
        [860, 1160],
        [600, 1060],
        [500, 1300],
        [760, 1300],
      ] as const),
    ],
  },
  {
    ...{ mark: 'drop', size: 60 },
    through: [
      ...([
        [25, 1450],
        [25, 150],
        [600, 25],
        [1175, 150],
        [1175, 1450],
      ] as const),
      ...([
        [1085, 1100],
        [960, 975],
        [850, 965],
      ] as const),
    ],
  },
  {
    ...{ mark: 'drop', size: 48 },
    through: [
      [60, 1300],
      [120, 1130],
      [290, 1010],
      [350, 980],
    ],
  },
  { mark: 'unsure', size: 48, through: [[200, 300]] },
];

/** Makes a mark and waits until it is worked out. */
async function mark(bench: BenchPage, { mark: kind, size, through }: Marking): Promise<void> {
  const { page } = bench;
  const form = through.length === 1 ? 'fill' : 'stroke';
  await page.getByRole('button', { name: kind, exact: true }).click();
  await page.getByRole('button', { name: form, exact: true }).click();
  await bench.amount('Size', size);
  const before = await bench.parts().allTextContents();
  if (form === 'fill') for (const place of through) await bench.click(place);
  else await bench.drag(through, 12);
  await expect.poll(() => bench.parts().allTextContents(), { timeout: 60_000 }).not.toEqual(before);
  await bench.jobsDone();
}

test("the keeper's hair by five marks and one solve", async ({ page }) => {
  // Five cuts and two solves of three quarters of the picture.
  const bench = await photoToCut(page, 'Hair solved', 'keeper-portrait.jpg', KEEPER);
  await bench.tool('Marks');
  for (const marking of MARKINGS) await mark(bench, marking);
  const cut = await agreement(bench, 'keeper-portrait', KEEPER);
  await bench.amount('Width', 0);
  await page.getByRole('button', { name: 'Solve', exact: true }).click();
  await expect(page.getByRole('button', { name: 'Solve again' })).toBeVisible({ timeout: 80_000 });
  await bench.jobsDone();
  const solved = await agreement(bench, 'keeper-portrait', KEEPER);
  // Strands that a cut takes or leaves whole now count as much as they show.
  expect(solved.edgeDifference).toBeLessThan(0.45 * cut.edgeDifference);
  expect(solved.intersectionOverUnion).toBeGreaterThan(0.95);

  await test.step('the fringe is cleaned by itself, and has an amount', async () => {
    const fringe = page.getByRole('textbox', { name: /^Clean fringe/ });
    await expect(fringe).toHaveValue('100');
    await page.getByRole('button', { name: 'On backdrop', exact: true }).click();
    await page.getByLabel('Backdrop', { exact: true }).selectOption({ label: 'White' });
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
    const difference = async () =>
      (await agreement(bench, 'keeper-portrait', KEEPER)).edgeDifference;
    await expect.poll(difference).toBeCloseTo(solved.edgeDifference, 4);
  });

  await test.step('a further tap is solved where it lies, at once', async () => {
    const before = await bench.pixels();
    await mark(bench, {
      ...{ mark: 'keep', size: 12 },
      through: [
        [298, 900],
        [301, 906],
      ],
    });
    await expect(bench.parts()).toContainText('6 marks');
    const after = await bench.pixels();
    const [at] = await bench.onScreen([[300, 903]]);
    const box = await bench.picture.boundingBox();
    const zoom =
      ((await bench.onScreen([[1000, 0]]))[0]?.x ?? 0) -
      ((await bench.onScreen([[0, 0]]))[0]?.x ?? 0);
    let far = 0;
    for (let i = 0; i < after.data.length; i += 4) {
      if (after.data[i] === before.data[i]) continue;
      const p = i / 4;
      const dx = (p % after.width) - (at?.x ?? 0) + (box?.x ?? 0);
      const dy = Math.floor(p / after.width) - (at?.y ?? 0) + (box?.y ?? 0);
      far = Math.max(far, Math.abs(dx), Math.abs(dy));
    }
    expect(far).toBeGreaterThan(0);
    expect(far).toBeLessThan(0.12 * zoom);
    await bench.undo();
  });

  for (const backdrop of ['sky-dusk.jpg', 'harbour-wall.jpg']) {
    await test.step(`it stands before ${backdrop} as the true one does`, async () => {
      await bench.stage('Gather');
      await page.getByTitle(`${backdrop}: press`).first().click();
      await bench.tool('Add as layer');
      await bench.stage('Arrange');
      await bench.tool('Fill');
      // Behind the keeper, and before the backdrop that came first.
      await page.keyboard.press('Shift+,');
      await bench.stage('Cut');
      await page.getByRole('button', { name: 'The keeper, portrait', exact: true }).click();
      await page.getByRole('button', { name: 'Composition', exact: true }).first().click();
      const lamp = page.getByRole('button', { name: /^The keeper, portrait is (shown|hidden)/ });
      await lamp.click();
      const behind = await bench.pixels();
      await lamp.click();
      const off = await compositeDifference(bench, 'keeper-portrait', KEEPER, behind);
      expect(off).toBeLessThan(8);
    });
  }
});
