import { expect, test } from '@playwright/test';
import { BenchPage, newOf, type Pixels, type Place } from '../support/bench';
import { card, worst } from '../support/chain';
import { expectDelivered } from '../support/delivered';
import { expectAsFresh, lookAt } from '../support/same-as-fresh';

const CANVAS = { width: 1500, height: 1000 };

/** Along the wire that holds the kettle. */
const WIRE: readonly Place[] = [
  [890, 4],
  [846, 68],
  [806, 126],
  [772, 174],
  [742, 216],
];

async function photoArranged(page: BenchPage['page'], title: string, file: string) {
  const bench = new BenchPage(page);
  const id = await newOf(page, title, CANVAS.width, CANVAS.height);
  await page.goto(`/c/${id}/gather`);
  await page.getByTitle(`${file}: press`).first().click();
  await bench.tool('Add as layer');
  await bench.stage('Arrange');
  return bench;
}

/** How far two pictures are apart about the wire, on the mean. */
async function apartAtWire(bench: BenchPage, shown: Pixels, other: Pixels): Promise<number> {
  const places = WIRE.slice(1).flatMap(([x, y], i) => {
    const [fromX, fromY] = WIRE[i] as Place;
    return Array.from({ length: 24 }, (_, k): Place => {
      const t = k / 24;
      return [fromX + (x - fromX) * t, fromY + (y - fromY) * t];
    });
  });
  const [corner] = await bench.onScreen([[0, 0]]);
  const box = await bench.picture.boundingBox();
  if (!corner || !box) throw new Error('There is no picture.');
  const screen = await bench.onScreen(places);
  const sum = screen.reduce((all, at) => {
    const p = Math.floor(at.y - box.y) * shown.width + Math.floor(at.x - box.x);
    let off = 0;
    for (let c = 0; c < 3; c++) {
      off += Math.abs((shown.data[p * 4 + c] ?? 0) - (other.data[p * 4 + c] ?? 0)) / 3;
    }
    return all + off;
  }, 0);
  return sum / screen.length;
}

test('a wire is taken out: smoothed over with what lies around it, on a layer of its own', async ({
  page,
}) => {
  const clean = await photoArranged(page, 'Journey: without a wire', 'kettle-pond.jpg');
  const original = await clean.pixels();
  const bench = await photoArranged(page, 'Journey: a wire', 'kettle-pond-on-its-wire.jpg');
  const wired = await bench.pixels();
  expect(await apartAtWire(bench, wired, original)).toBeGreaterThan(20);

  await test.step('a stroke along the wire', async () => {
    await bench.tool('Clone');
    await page.getByRole('button', { name: 'smooth over', exact: true }).click();
    await bench.amount('Size', 24);
    await bench.drag(WIRE, 10);
    await expect(card(page, 'Retouch')).toBeVisible({ timeout: 30_000 });
    await bench.jobsDone();
    await expect(page.getByText(/paint · \d+ coats?/)).toBeVisible();
    expect(await apartAtWire(bench, await bench.pixels(), original)).toBeLessThan(7);
    await lookAt(bench, '100 %');
    await expectAsFresh(bench, '100 %', 'smoothing over');
    await lookAt(bench, 'Fit');
  });

  await test.step('what lies behind stays as it was', async () => {
    await bench.undo();
    await expect.poll(async () => worst(await bench.pixels(), wired)).toBe(0);
    await bench.redo();
    await expect(card(page, 'Retouch')).toBeVisible();
  });

  await test.step('is delivered as it shows', () => expectDelivered(bench, CANVAS));
});

test('clones from a place that is pointed out, and meets the tone of its surroundings', async ({
  page,
}) => {
  const bench = await photoArranged(page, 'Journey: clone', 'kettle-pond.jpg');
  const leaf: Place = [1312, 858];
  const water: Place = [300, 900];
  const [green, dark] = [await bench.colourAt(leaf), await bench.colourAt(water)];
  expect(green[1] - dark[1]).toBeGreaterThan(40);
  await bench.tool('Clone');
  await bench.amount('Size', 90);

  await test.step('says first that no place was pointed out', async () => {
    await bench.drag([water, [310, 905]]);
    await expect(page.getByRole('alert')).toContainText('Point out where to clone from');
    await expect(page.getByTestId('card')).toHaveCount(1);
  });

  await test.step('lays the leaf on the water', async () => {
    await bench.drag([leaf, leaf], 1, 'right');
    await bench.drag([water, [304, 902]]);
    await expect(card(page, 'Retouch')).toBeVisible();
    await expect.poll(async () => (await bench.colourAt(water))[1]).toBeGreaterThan(dark[1] + 30);
    await expectAsFresh(bench, 'Fit', 'cloning');
  });

  await test.step('what was cloned is cloned on: it shows here', async () => {
    const further: Place = [700, 900];
    const bare = await bench.colourAt(further);
    await bench.drag([water, water], 1, 'right');
    await bench.drag([further, [704, 902]]);
    await expect.poll(async () => (await bench.colourAt(further))[1]).toBeGreaterThan(bare[1] + 30);
    await expect(page.getByTestId('coat')).toHaveCount(2);
    await expectAsFresh(bench, 'Fit', 'cloning what was cloned');
    await bench.undo();
    await bench.drag([leaf, leaf], 1, 'right');
  });

  await test.step('follows what lies behind when that changes', async () => {
    await card(page, 'Kettle by the pond').click();
    await page.getByLabel('Blending', { exact: true }).selectOption('normal');
    await bench.amount('Opacity', 30);
    const faint = await bench.colourAt(water);
    expect(faint[1]).not.toBe(green[1]);
    await expectAsFresh(bench, 'Fit', 'a change of what was cloned');
    await bench.undo();
    await card(page, 'Retouch').click();
  });

  await test.step('with its tone met at the border, bright leaf on dark water', async () => {
    await bench.undo();
    await expect(page.getByTestId('card')).toHaveCount(1);
    await bench.section('Laid down');
    await bench.amount('Meet around', 100);
    const edge: Place = [300, 868];
    await bench.drag([water, [304, 902]]);
    await expect(card(page, 'Retouch')).toBeVisible();
    await bench.settled();
    // Near its border the patch is as dark as the water beside it.
    const beside = await bench.colourAt([300, 830]);
    const met = await bench.colourAt(edge);
    expect(Math.abs(met[1] - beside[1])).toBeLessThan(14);
    await expectAsFresh(bench, 'Fit', 'cloning that meets its surroundings');
  });
});

test('paints, takes off, fills what is alike, and takes colours from the picture', async ({
  page,
}) => {
  const bench = await photoArranged(page, 'Journey: paint', 'kettle-pond.jpg');
  const bare = await bench.pixels();
  await bench.tool('Paint');
  await page.getByLabel('Colour of the brush').fill('#c02040');
  await bench.amount('Size', 80);

  await test.step('a stroke lays the colour on a new layer', async () => {
    await bench.drag([
      [200, 200],
      [500, 200],
    ]);
    await expect(card(page, 'Paint')).toBeVisible();
    await expect.poll(() => bench.colourAt([350, 200])).toEqual([192, 32, 64]);
    await expectAsFresh(bench, 'Fit', 'a stroke of paint');
  });

  await test.step('the second button takes some of it off, and another stroke covers that again', async () => {
    const under = bare;
    await bench.drag(
      [
        [300, 200],
        [400, 200],
      ],
      6,
      'right',
    );
    const at = await bench.onScreen([[350, 200]]);
    const box = await bench.picture.boundingBox();
    const p = (shown: Pixels) => {
      const i =
        (Math.floor((at[0]?.y ?? 0) - (box?.y ?? 0)) * shown.width +
          Math.floor((at[0]?.x ?? 0) - (box?.x ?? 0))) *
        4;
      return [...shown.data.subarray(i, i + 3)];
    };
    await expect.poll(() => bench.colourAt([350, 200])).toEqual(p(under));
    await bench.drag([
      [340, 200],
      [360, 200],
    ]);
    await expect.poll(() => bench.colourAt([350, 200])).toEqual([192, 32, 64]);
    await expect(page.getByText('paint · 3 coats')).toBeVisible();
  });

  await test.step('a coat is given another colour, and one is taken away', async () => {
    await page.getByLabel('Colour (1): colour').fill('#20a040');
    await expect.poll(() => bench.colourAt([230, 200])).toEqual([32, 160, 64]);
    await page.getByRole('button', { name: 'Take away Colour (3)' }).click();
    await expect(page.getByTestId('coat')).toHaveCount(2);
    await expect.poll(() => bench.colourAt([350, 200])).not.toEqual([192, 32, 64]);
    await bench.undo(2);
    await expect.poll(() => bench.colourAt([350, 200])).toEqual([192, 32, 64]);
  });

  await test.step('the colours open: by a harmony, by its digits, and from the picture', async () => {
    await page.getByLabel('Colour of the brush').click();
    const panel = page.getByRole('region', { name: 'Colour of the brush' });
    await expect(panel).toBeVisible();
    await panel.getByRole('button', { name: /^complement: / }).click();
    const field = page.getByLabel('Colour of the brush', { exact: true }).first();
    await expect(field).not.toHaveValue('#c02040');
    await panel.getByLabel('Hex').fill('#c02040');
    await panel.getByLabel('Hex').press('Enter');
    await expect(field).toHaveValue('#c02040');
    await panel.getByRole('slider', { name: 'Hue and chroma' }).press('ArrowRight');
    await expect(field).not.toHaveValue('#c02040');
    // What was painted in that colour gives it back.
    await panel.getByRole('button', { name: 'From the picture' }).click();
    await bench.click([230, 200]);
    await expect(field).toHaveValue('#c02040');
    await panel.getByLabel('Hex').fill('#224466');
    await panel.getByLabel('Hex').press('Enter');
    await expect(field).toHaveValue('#224466');
    await panel.getByLabel('Hex').fill('c02040');
    await panel.getByLabel('Hex').press('Enter');
    await page.getByRole('button', { name: 'Close the colours' }).click();
    await expect(panel).toHaveCount(0);
  });

  await test.step('a colour is taken from the picture, and what is like it is filled', async () => {
    const leaf: Place = [1312, 858];
    const taken = await bench.colourAt(leaf);
    await page.keyboard.press('b');
    await expect(page.getByTestId('sentence')).toContainText('take its colour');
    await bench.click(leaf);
    const field = page.getByLabel('Colour of the brush');
    await expect(field).not.toHaveValue('#c02040');
    const hex = await field.inputValue();
    const green = Number.parseInt(hex.slice(3, 5), 16);
    expect(Math.abs(green - taken[1])).toBeLessThan(12);
    await field.fill('#2060ff');
    await page.getByRole('button', { name: 'fill', exact: true }).click();
    await bench.click(leaf);
    await bench.jobsDone();
    await expect.poll(() => bench.colourAt(leaf)).toEqual([32, 96, 255]);
    // The water beside the leaf is not like it.
    expect(await bench.colourAt([1300, 960])).not.toEqual([32, 96, 255]);
    await expectAsFresh(bench, 'Fit', 'filling what is alike');
  });

  await test.step('a drag lays a gradient over all of it, whose colours are changed at its coat', async () => {
    const filled = await bench.pixels();
    await page.getByRole('button', { name: 'gradient', exact: true }).click();
    await page.getByLabel('Colour of the brush').fill('#c02040');
    await bench.drag([
      [300, 500],
      [1200, 500],
    ]);
    await bench.jobsDone();
    await expect(page.getByTestId('coat').first()).toContainText('Gradient');
    // Full up to where the drag began, nothing from where it ended.
    await expect.poll(() => bench.colourAt([250, 500])).toEqual([192, 32, 64]);
    const ended = await bench.onScreen([[1300, 500]]);
    const box = await bench.picture.boundingBox();
    const p = (shown: Pixels) => {
      const [at] = ended;
      const row = Math.floor((at?.y ?? 0) - (box?.y ?? 0));
      const i = (row * shown.width + Math.floor((at?.x ?? 0) - (box?.x ?? 0))) * 4;
      return [...shown.data.subarray(i, i + 3)];
    };
    expect(p(await bench.pixels())).toEqual(p(filled));
    await expectAsFresh(bench, 'Fit', 'a gradient');
    await page.getByLabel('From: colour').fill('#20a040');
    await expect.poll(() => bench.colourAt([250, 500])).toEqual([32, 160, 64]);
    await bench.undo(2);
    await expect.poll(async () => worst(await bench.pixels(), filled)).toBe(0);
  });
});
