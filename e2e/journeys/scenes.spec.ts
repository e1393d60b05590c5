import { expect, test } from '@playwright/test';
import { BenchPage, copyOf, newOf, type Pixels, type Place } from '../support/bench';
import { ChainPanel, card, worst } from '../support/chain';
import { expectDelivered } from '../support/delivered';
import { expectAsFresh } from '../support/same-as-fresh';

const CANVAS = { width: 1500, height: 1000 };
const BRASS = [217, 167, 74] as const;

/** How many pixels of a picture have one colour. */
function countOf({ data }: Pixels, [r, g, b]: readonly [number, number, number]): number {
  let count = 0;
  for (let i = 0; i < data.length; i += 4) {
    if (data[i] === r && data[i + 1] === g && data[i + 2] === b) count++;
  }
  return count;
}

test('a picture stands in a drawn frame in perspective, and a part of it stands out over the frame', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: pop-out', CANVAS.width, CANVAS.height);
  await page.goto(`/c/${id}/gather`);
  for (const file of ['harbour-wall.jpg', 'kettle-pond.jpg']) {
    await page.getByTitle(`${file}: press`).first().click();
    await bench.tool('Add as layer');
  }
  await bench.stage('Arrange');
  const wall = await bench.pixels();
  const shown = (name: string) => page.getByRole('button', { name: `${name} is shown` });
  const hidden = (name: string) => page.getByRole('button', { name: `${name} is hidden` });

  await test.step('a frame: a box without a box', async () => {
    await bench.tool('Shape');
    await bench.drag([
      [300, 150],
      [1200, 850],
    ]);
    await page.getByRole('button', { name: 'subtract', exact: true }).click();
    await bench.drag([
      [450, 360],
      [940, 680],
    ]);
    await expect(page.getByTestId('shape')).toHaveCount(2);
  });

  await test.step('frame and picture lie in one plane, which goes off to the right', async () => {
    await bench.tool('Plane');
    await bench.drag([
      [300, 150],
      [1200, 850],
    ]);
    await page.getByRole('button', { name: 'Lay Box into Plane' }).click();
    await card(page, 'Kettle by the pond').click();
    await page.getByRole('button', { name: 'Lay Kettle by the pond into Plane' }).click();
    await bench.tool('Place');
    await page.getByRole('button', { name: 'Fill', exact: true }).click();
  });

  await test.step('the picture is cut along the straight edges of the frame', async () => {
    await page.getByRole('button', { name: 'Lay it flat' }).click();
    await bench.stage('Cut');
    await bench.tool('Box');
    await bench.drag([
      [320, 170],
      [1180, 830],
    ]);
    await expect(bench.parts()).toHaveCount(1);
    await bench.stage('Arrange');
    await page.getByRole('button', { name: 'Put it up again' }).click();
  });

  await test.step('another showing of it, with the kettle alone, stands nearest', async () => {
    await page.getByRole('button', { name: 'Another showing, which follows this layer' }).click();
    const again = card(page, 'Kettle by the pond again');
    await expect(again).toBeVisible();
    await page.keyboard.press('Shift+Period');
    await page.getByRole('button', { name: 'Lay it flat' }).click();
    await bench.stage('Cut');
    await bench.tool('Oval');
    await bench.drag([
      [620, 300],
      [866, 540],
    ]);
    await bench.stage('Arrange');
    await page.getByRole('button', { name: 'Put it up again' }).click();
  });

  await test.step('all of it is turned with the plane', async () => {
    await bench.tool('Plane');
    const flat = await bench.pixels();
    await bench.drag([
      [1200, 150],
      [1200, 270],
    ]);
    await bench.drag([
      [1200, 850],
      [1200, 730],
    ]);
    await expect.poll(async () => worst(await bench.pixels(), flat)).toBeGreaterThan(60);
  });
  await test.step('it stands out over the frame, and is in front of nothing else', async () => {
    const whole = await bench.pixels();
    await shown('Kettle by the pond again').click();
    const flat = await bench.pixels();
    await hidden('Kettle by the pond again').click();
    expect(countOf(flat, BRASS)).toBeGreaterThan(countOf(whole, BRASS) + 150);
    // Outside of the frame there is the wall, in its hole the picture.
    expect(countOf(wall, BRASS)).toBe(0);
    expect(await bench.colourAt([1350, 500])).not.toEqual([...BRASS]);
    expect(await bench.colourAt([360, 500])).toEqual([...BRASS]);
    expect(await bench.colourAt([600, 560])).not.toEqual([...BRASS]);
    await expectAsFresh(bench, 'Fit', 'a picture that stands out of its frame');
    await expectDelivered(bench, CANVAS);
  });
});

/** The largest difference of two pictures within a frame of the canvas. */
async function worstWithin(
  bench: BenchPage,
  [a, b]: readonly [Pixels, Pixels],
  [from, to]: readonly [Place, Place],
): Promise<number> {
  const [first, last] = await bench.onScreen([from, to]);
  const box = await bench.picture.boundingBox();
  if (!first || !last || !box) throw new Error('There is no picture.');
  let most = 0;
  for (let y = Math.ceil(first.y - box.y); y < last.y - box.y; y++) {
    for (let x = Math.ceil(first.x - box.x); x < last.x - box.x; x++) {
      const at = (y * a.width + x) * 4;
      for (let c = at; c < at + 3; c++) {
        most = Math.max(most, Math.abs((a.data[c] ?? 0) - (b.data[c] ?? 0)));
      }
    }
  }
  return most;
}

test('light falls through a window on the wall, and not on the keeper before it', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: window light');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const dark = await bench.pixels();
  const lightness = (shown: [number, number, number]) => shown.reduce((sum, c) => sum + c);

  await test.step('three panes with a bar across, at equal gaps', async () => {
    await bench.tool('Shape');
    await page.getByLabel('Colour of new shapes').fill('#fff2d0');
    await bench.drag([
      [120, 250],
      [280, 650],
    ]);
    await page.getByRole('button', { name: 'subtract', exact: true }).click();
    await bench.drag([
      [110, 430],
      [290, 460],
    ]);
    await expect(page.getByTestId('shape')).toHaveCount(2);
    for (const across of [430, 760]) {
      await page.keyboard.press('Control+d');
      await bench.amount('Across', across);
    }
    await card(page, 'Box').click({ modifiers: ['Control'] });
    await card(page, 'Box copy').click({ modifiers: ['Control'] });
    await page.getByRole('button', { name: 'Equal gaps across' }).click();
    await page.keyboard.press('Alt+b');
    await expect(card(page, 'Group')).toBeVisible();
    await card(page, 'Group').click();
  });

  await test.step('cut away where the keeper stands', async () => {
    await bench.stage('Cut');
    await page.getByLabel('Add the shape of').selectOption({ label: 'Keeper' });
    await bench.jobsDone();
    await expect(bench.parts()).toHaveCount(1);
    await page.getByRole('button', { name: 'Turn round', exact: true }).last().click();
    await page.getByRole('button', { name: 'Linked', exact: true }).click();
    await bench.stage('Arrange');
  });

  await test.step('laid into the plane of a wall, overlaid, and softened twice', async () => {
    await bench.tool('Plane');
    await bench.drag([
      [100, 200],
      [1300, 800],
    ]);
    await page.getByRole('button', { name: 'Lay Group into Plane' }).click();
    await bench.drag([
      [100, 200],
      [160, 320],
    ]);
    await bench.drag([
      [100, 800],
      [40, 720],
    ]);
    await page.getByRole('button', { name: 'stands apart', exact: true }).click();
    await page.getByLabel('Blending', { exact: true }).selectOption('overlay');
    const chain = new ChainPanel(bench);
    await chain.add('blur');
    await chain.add('blur');
    await expect(chain.rows()).toHaveCount(2);
  });

  await test.step('it falls on the wall, in skewed panes, and not on her', async () => {
    const lit = await bench.pixels();
    const [pane, bare]: readonly [Place, Place] = [
      [210, 560],
      [60, 900],
    ];
    await page.getByRole('button', { name: 'Group is shown' }).click();
    const before = lightness(await bench.colourAt(pane));
    await page.getByRole('button', { name: 'Group is hidden' }).click();
    await expect
      .poll(async () => lightness(await bench.colourAt(pane)))
      .toBeGreaterThan(before + 30);
    const near = (place: Place): readonly [Place, Place] => [
      [place[0] - 20, place[1] - 20],
      [place[0] + 20, place[1] + 20],
    ];
    expect(await worstWithin(bench, [lit, dark], near(bare))).toBe(0);
    // In the middle of her coat.
    expect(await worstWithin(bench, [lit, dark], near([1100, 860]))).toBe(0);
    await expectAsFresh(bench, 'Fit', 'light through a window');
    await expectDelivered(bench, CANVAS);
  });
});

test('the keeper is drawn out into a smear that comes apart in shards', async ({ page }) => {
  const bench = new BenchPage(page);
  const id = await copyOf(page, 'The Kettle Comet, poster A', 'Journey: smear');
  await page.goto(`/c/${id}/arrange`);
  await bench.settled();
  const before = await bench.pixels();
  await card(page, 'Keeper').click();
  await page.keyboard.press('Control+d');
  await expect(card(page, 'Keeper copy')).toBeVisible();

  await test.step('a copy of her is drawn out over the wall', async () => {
    await bench.tool('Push');
    await bench.amount('Size', 300);
    await bench.drag(
      [
        [900, 520],
        [700, 500],
        [420, 470],
      ],
      16,
    );
    await expect(page.getByText('1 stroke', { exact: true })).toBeVisible();
    await expect.poll(async () => worst(await bench.pixels(), before)).toBeGreaterThan(40);
  });

  const smear = await bench.pixels();

  await test.step('pieces are taken out of the smear, and out of her, by the same tip', async () => {
    await bench.stage('Cut');
    await bench.tool('Brush');
    await page.getByRole('button', { name: 'Composition', exact: true }).click();
    await page.getByRole('combobox', { name: 'Tip' }).selectOption({
      label: 'Brush tip: Shards B, burst',
    });
    await bench.amount('Size', 240);
    await bench.amount('Paints', 0);
    await bench.drag([
      [700, 480],
      [560, 470],
    ]);
    const pieceOfHer: readonly Place[] = [
      [1000, 500],
      [960, 600],
    ];
    await bench.drag(pieceOfHer);
    await expect.poll(async () => worst(await bench.pixels(), smear)).toBeGreaterThan(30);
    await bench.saved();
    const pieces = await bench.pixels();
    // Behind the copy stands the keeper herself; out of both the wall shows.
    await card(page, 'Keeper').click();
    await bench.drag(pieceOfHer);
    await expect.poll(async () => worst(await bench.pixels(), pieces)).toBeGreaterThan(30);
    await expectAsFresh(bench, 'Fit', 'a smear in shards');
  });

  await test.step('and all of it is undone', async () => {
    await bench.undo(5);
    await expect.poll(async () => worst(await bench.pixels(), before)).toBe(0);
  });
});
