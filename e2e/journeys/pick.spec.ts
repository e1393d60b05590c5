import { expect, test } from '@playwright/test';
import { type BenchPage, type Place, photoToCut } from '../support/bench';
import { agreement } from '../support/truth';

/** Draws a stroke and waits until what it means is worked out and shown. */
async function stroke(
  bench: BenchPage,
  places: readonly Place[],
  button: 'left' | 'right' = 'left',
) {
  const facts = bench.page.getByTestId('part').locator('small');
  const before = await facts.allTextContents();
  await bench.drag(places, 4, button);
  await expect.poll(() => facts.allTextContents(), { timeout: 60_000 }).not.toEqual(before);
  await bench.settled();
}

test('the sky of the headland by Reach, railings included, live and editable', async ({ page }) => {
  const canvas = { width: 1620, height: 1080 };
  const bench = await photoToCut(page, 'Sky by Reach', 'headland-noon.jpg', canvas);
  await bench.tool('Reach');
  await page.getByRole('combobox', { name: /^Spread/ }).selectOption('everywhere');
  const [from, to] = await bench.onScreen([
    [300, 250],
    [420, 250],
  ]);
  if (!from || !to) throw new Error('There is no picture.');
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  // What would be picked is shown while the pointer is still down.
  await expect(page.getByTestId('coverage-draft')).toBeVisible();
  await page.mouse.move(to.x, to.y, { steps: 8 });
  await page.mouse.up();
  await expect(bench.parts()).toContainText('1 point');
  await bench.jobsDone();
  expect(
    (await agreement(bench, 'headland-noon-sky', canvas)).intersectionOverUnion,
  ).toBeGreaterThan(0.97);

  await test.step('its edge is worked out within its pixels, and says when what it was worked out from has changed', async () => {
    const before = await agreement(bench, 'headland-noon-sky', canvas);
    await page.getByRole('button', { name: 'hard', exact: true }).click();
    await page.getByRole('button', { name: 'Solve the edge' }).click();
    await expect(bench.parts()).toContainText(['Reach', 'Hard edge']);
    await bench.jobsDone();
    const after = await agreement(bench, 'headland-noon-sky', canvas);
    expect(after.edgeDifference).toBeLessThan(0.75 * before.edgeDifference);
    expect(after.intersectionOverUnion).toBeGreaterThan(0.97);
    await expect(page.getByText('of all parts before it')).toBeVisible();
    const changed = page.getByRole('img', {
      name: 'What Hard edge was worked out from has changed',
    });
    await page.getByRole('button', { name: 'Hide Reach' }).click();
    await expect(changed).toBeVisible();
    await page.getByRole('button', { name: 'Show Reach' }).click();
    await expect(changed).toBeHidden();
    await bench.saved();
    await bench.undo(3);
    await expect(bench.parts()).toHaveCount(1);
    await page.getByRole('button', { name: 'Take Reach in hand' }).click();
  });

  await test.step('a wide skirt is kept near the edge', async () => {
    const points = page.getByRole('list', { name: 'Reach points' });
    await points.getByRole('textbox', { name: /^Skirt/ }).fill('30');
    await points.getByRole('textbox', { name: /^Skirt/ }).press('Enter');
    await expect(points.getByRole('textbox', { name: /^Skirt/ })).toHaveValue('30.0');
    await bench.jobsDone();
    const wide = await agreement(bench, 'headland-noon-sky', canvas);
    await points.getByRole('checkbox', { name: 'Protect inside' }).click();
    await expect(points.getByRole('textbox', { name: /^Skirt within/ })).toHaveValue('3.0');
    await bench.jobsDone();
    const near = await agreement(bench, 'headland-noon-sky', canvas);
    expect(near.intersectionOverUnion).toBeGreaterThan(wide.intersectionOverUnion + 0.02);
    await bench.undo(2);
    await bench.jobsDone();
  });

  await test.step('a second point takes the lighter band of sea away, and is a point of its own', async () => {
    await bench.tool('Reach');
    await page.getByRole('button', { name: '+ add' }).click();
    await stroke(bench, [
      [300, 1000],
      [312, 1000],
    ]);
    await expect(
      page.getByRole('list', { name: 'Reach points' }).getByRole('listitem'),
    ).toHaveCount(2);
    const more = (await agreement(bench, 'headland-noon-sky', canvas)).intersectionOverUnion;
    expect(more).toBeLessThan(0.97);
    await page.getByRole('button', { name: 'Delete point 2' }).click();
    await expect(bench.parts()).toContainText('1 point');
    await bench.jobsDone();
    const again = (await agreement(bench, 'headland-noon-sky', canvas)).intersectionOverUnion;
    expect(again).toBeGreaterThan(0.97);
  });

  await test.step('specks under a size go, and undo brings them back', async () => {
    await bench.amount('Under', 2000);
    await expect(page.getByRole('textbox', { name: 'Under, px' })).toHaveValue('2000');
    await bench.jobsDone();
    const { intersectionOverUnion } = await agreement(bench, 'headland-noon-sky', canvas);
    expect(intersectionOverUnion).toBeGreaterThan(0.97);
    await bench.undo();
    await expect(page.getByRole('textbox', { name: 'Under, px' })).toHaveValue('0');
  });

  await test.step('touching leaves out what the railing parts from the rest, and undo brings it back', async () => {
    const sky = await bench.colourAt([300, 250]);
    expect(sky[0]).toBe(255);
    await bench.undo(3);
    await expect(bench.parts()).toHaveCount(0);
    await bench.redo(3);
    expect(
      (await agreement(bench, 'headland-noon-sky', canvas)).intersectionOverUnion,
    ).toBeGreaterThan(0.97);
  });
});

const KEEPER_SWEEPS: readonly (readonly Place[])[] = [
  [
    [250, 440],
    [240, 330],
    [290, 230],
    [400, 170],
    [520, 90],
    [640, 150],
    [730, 240],
    [790, 350],
    [770, 450],
    [720, 570],
  ],
  [
    [300, 540],
    [420, 430],
    [300, 440],
    [330, 350],
    [430, 300],
    [600, 300],
    [600, 480],
    [560, 560],
    [640, 600],
    [400, 620],
    [400, 1030],
  ],
  [
    [560, 640],
    [640, 800],
    [650, 1060],
    [440, 1080],
    [420, 1200],
    [440, 1260],
    [400, 1330],
    [480, 1320],
  ],
  [
    [330, 740],
    [290, 800],
    [250, 950],
    [275, 1070],
  ],
  [
    [640, 720],
    [780, 760],
    [850, 690],
    [890, 630],
    [890, 760],
    [870, 900],
    [920, 920],
  ],
  [
    [580, 1130],
    [600, 1250],
    [630, 1330],
  ],
];

const KEEPER_CORRECTIONS: readonly (readonly Place[])[] = [
  [
    [670, 660],
    [700, 690],
    [740, 620],
    [790, 560],
    [850, 400],
    [840, 220],
    [790, 110],
    [650, 40],
    [520, 30],
    [340, 80],
    [260, 130],
    [215, 250],
    [190, 400],
    [220, 550],
    [320, 590],
    [345, 650],
  ],
  [
    [510, 1130],
    [515, 1300],
  ],
];

test('the keeper in the workshop by six sweeps and two corrections', async ({ page }) => {
  const canvas = { width: 1125, height: 1500 };
  const bench = await photoToCut(page, 'Keeper by Sweep', 'keeper-workshop.jpg', canvas);
  await bench.tool('Sweep');
  await bench.amount('Size', 32);
  for (const places of KEEPER_SWEEPS) await stroke(bench, places);
  const swept = (await agreement(bench, 'keeper-workshop', canvas)).intersectionOverUnion;
  await bench.amount('Size', 20);
  // The second button takes away.
  for (const places of KEEPER_CORRECTIONS) await stroke(bench, places, 'right');
  const corrected = (await agreement(bench, 'keeper-workshop', canvas)).intersectionOverUnion;
  expect(corrected).toBeGreaterThan(swept);
  expect(corrected).toBeGreaterThan(0.9);
  await expect(bench.parts()).toContainText('8 sweeps');
  await bench.undo();
  await expect(bench.parts()).toContainText('7 sweeps');
});

test('a box round the moth, and marks that keep and drop', async ({ page }) => {
  const canvas = { width: 1500, height: 1000 };
  const bench = await photoToCut(page, 'Moth by box', 'moth-gauze.jpg', canvas);
  await bench.tool('Sweep');
  await page.getByRole('button', { name: 'box', exact: true }).click();
  await bench.drag([
    [280, 40],
    [1240, 950],
  ]);
  await expect(bench.parts()).toContainText('box');
  await bench.settled();
  // The wings are sheer; what of them shows belongs to the moth.
  expect((await agreement(bench, 'moth-gauze', canvas, 26)).intersectionOverUnion).toBeGreaterThan(
    0.85,
  );
  await bench.undo();
  await bench.tool('Marks');
  await stroke(bench, [
    [420, 150],
    [560, 400],
    [740, 500],
    [1100, 250],
  ]);
  await stroke(bench, [
    [740, 500],
    [560, 750],
    [740, 780],
    [980, 800],
  ]);
  await page.keyboard.press('i');
  await expect(page.getByRole('button', { name: 'drop', exact: true })).toHaveAttribute(
    'aria-pressed',
    'true',
  );
  await stroke(bench, [
    [100, 100],
    [100, 900],
    [750, 980],
    [1400, 900],
    [1400, 100],
    [750, 100],
  ]);
  expect((await agreement(bench, 'moth-gauze', canvas, 26)).intersectionOverUnion).toBeGreaterThan(
    0.85,
  );
});

const SUBJECTS = [
  {
    file: 'keeper-portrait',
    canvas: { width: 1200, height: 1500 },
    alpha: 128,
    least: 0.93,
    edge: 0.6,
  },
  { file: 'moth-gauze', canvas: { width: 1500, height: 1000 }, alpha: 26, least: 0.85, edge: 1 },
  {
    file: 'keeper-workshop',
    canvas: { width: 1125, height: 1500 },
    alpha: 128,
    least: 0.85,
    edge: 1,
  },
] as const;

for (const { file, canvas, alpha, least, edge } of SUBJECTS) {
  test(`finds the subject of ${file} with one press`, async ({ page }) => {
    const bench = await photoToCut(page, `Found ${file}`, `${file}.jpg`, canvas);
    await page.getByRole('button', { name: 'Find subject' }).click();
    const offers = page.getByRole('list', { name: 'Found subjects' }).getByRole('button');
    await expect(offers.first()).toContainText('% sure', { timeout: 60_000 });
    await offers.first().hover();
    await expect(page.getByTestId('coverage-draft')).toBeVisible();
    await offers.first().click();
    // The cut is there first; its edge is solved after it, as a part and a step of its own.
    await expect(bench.parts()).toHaveCount(2, { timeout: 60_000 });
    await bench.jobsDone();
    const solved = await agreement(bench, file, canvas, alpha);
    expect(solved.intersectionOverUnion).toBeGreaterThan(least);
    await bench.undo();
    await expect(bench.parts()).toHaveCount(1);
    const cut = await agreement(bench, file, canvas, alpha);
    expect(solved.intersectionOverUnion).toBeGreaterThan(cut.intersectionOverUnion - 0.01);
    expect(solved.edgeDifference).toBeLessThan(edge * cut.edgeDifference);
    await bench.undo();
    await expect(bench.parts()).toHaveCount(0);
  });
}

test('offers nothing where nothing is sure, and says so', async ({ page }) => {
  await photoToCut(page, 'Nothing found', 'paper-fibre.jpg', { width: 1792, height: 1792 });
  await page.keyboard.press('d');
  await expect(page.getByText('Nothing is sure enough to offer.')).toBeVisible({ timeout: 60_000 });
});

test('long picks can be stopped, and leave nothing behind', async ({ page }) => {
  const canvas = { width: 1125, height: 1500 };
  const bench = await photoToCut(page, 'Stopped sweep', 'keeper-workshop.jpg', canvas);
  await bench.tool('Sweep');
  await bench.drag([
    [400, 640],
    [400, 980],
  ]);
  await page.getByRole('button', { name: /^Stop: Sweep on/ }).click();
  await bench.jobsDone();
  await expect(bench.parts()).toHaveCount(0);
});

test('says when the picture under a pick has changed, and works it out again on demand', async ({
  page,
}) => {
  const canvas = { width: 1620, height: 1080 };
  const bench = await photoToCut(page, 'Outdated', 'headland-noon.jpg', canvas);
  await bench.tool('Reach');
  await page.getByLabel('Looks at').selectOption('composition');
  await stroke(bench, [
    [300, 250],
    [400, 250],
  ]);
  const changed = page.getByRole('img', { name: /^What .* was worked out from has changed$/ });
  await expect(changed).toHaveCount(0);
  const before = await bench.pixels();

  await test.step('a photograph before it changes what was seen, and nothing by itself', async () => {
    await bench.stage('Gather');
    await page.getByTitle('moth-gauze.jpg: press').first().click();
    await bench.tool('Add as layer');
    await bench.stage('Cut');
    await bench.cards().first().locator('[data-active]').click();
    await expect(changed).toBeVisible();
    await page.getByRole('button', { name: 'Gauze-winged moth is shown' }).click();
    await expect(changed).toHaveCount(0);
    expect((await bench.pixels()).data).toEqual(before.data);
    await page.keyboard.press('Control+z');
    // What undo changed is in hand.
    await expect(bench.cards().last().locator('[data-active]')).toHaveAttribute(
      'data-active',
      'true',
    );
    await bench.cards().first().locator('[data-active]').click();
    await expect(changed).toBeVisible();
  });

  await test.step('worked out again it fits, and undo goes back', async () => {
    // With its layer the part is in hand again that was worked on last.
    await expect(page.getByRole('button', { name: /^Take Reach in hand/ })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await page.getByRole('button', { name: 'Work out again' }).click();
    await bench.jobsDone();
    await expect(changed).toHaveCount(0);
    const moth = [810, 540] as const;
    await bench.settled();
    const now = await bench.colourAt(moth);
    await bench.undo();
    await expect(changed).toBeVisible();
    await expect.poll(() => bench.colourAt(moth)).not.toEqual(now);
  });
});
