import { expect, test } from '@playwright/test';
import { type BenchPage, type Place, photoToCut } from '../support/bench';
import { agreement, compositeDifference } from '../support/truth';

const MOTH = { width: 1500, height: 1000 };
const KEEPER = { width: 1200, height: 1500 };

/** Strokes over the four wings. */
const WINGS: readonly (readonly Place[])[] = [
  [
    [400, 150],
    [380, 420],
    [600, 440],
    [520, 250],
    [420, 300],
  ],
  [
    [1150, 200],
    [1100, 480],
    [900, 450],
    [1000, 330],
    [1130, 350],
  ],
  [
    [430, 600],
    [420, 780],
    [560, 800],
    [600, 620],
    [480, 690],
  ],
  [
    [1000, 650],
    [1000, 850],
    [900, 800],
    [860, 640],
    [950, 740],
  ],
];

async function sample(bench: BenchPage, which: string, place: Place): Promise<void> {
  const group = bench.page.getByRole('group', { name: which, exact: true });
  const samples = group.getByRole('button', { name: /^Forget sample/ });
  const before = await samples.count();
  await group.getByRole('button', { name: 'Sample', exact: true }).click();
  await bench.click(place);
  await expect(samples).toHaveCount(before + 1);
}

/** One wing as it is seen, without its veins' ends and its rim. */
const inWing = (x: number, y: number) => x > 360 && x < 520 && y > 130 && y < 400;

test("the moth's wings before a strong colour, by Sheer", async ({ page }) => {
  const bench = await photoToCut(page, 'Sheer wings', 'moth-gauze.jpg', MOTH);
  await bench.tool('Sweep');
  await bench.amount('Size', 60);
  const body: readonly Place[] = [
    [740, 400],
    [740, 760],
  ];
  for (const [i, stroke] of [body, ...WINGS].entries()) {
    await bench.drag(stroke);
    await expect(bench.parts()).toContainText(i === 0 ? '1 sweep' : `${i + 1} sweeps`);
    await bench.jobsDone();
  }
  await page.getByRole('button', { name: 'On backdrop', exact: true }).click();
  await page.getByLabel('Backdrop', { exact: true }).selectOption({ label: 'Colour' });
  await bench.settled();
  const colour = [192, 32, 122, 255];
  const flat = async () => {
    const { width, height } = await bench.pixels();
    const data = Uint8Array.from({ length: width * height * 4 }, (_, i) => colour[i % 4] ?? 0);
    return { width, height, data };
  };
  const off = async () => compositeDifference(bench, 'moth-gauze', MOTH, await flat(), inWing);
  const alphaOff = async () => {
    await page.getByRole('button', { name: 'Plain', exact: true }).click();
    const { edgeDifference } = await agreement(bench, 'moth-gauze', MOTH, 128, inWing);
    await page.getByRole('button', { name: 'On backdrop', exact: true }).click();
    return edgeDifference;
  };
  const [solid, solidAlpha] = [await off(), await alphaOff()];

  await bench.tool('Brush');
  await page.getByLabel('Does').selectOption('sheer');
  await sample(bench, 'Behind', [100, 100]);
  // At 800 % a thread of the gauze is some pixels wide.
  const [at] = await bench.onScreen([[507, 191]]);
  await page.mouse.move(at?.x ?? 0, at?.y ?? 0);
  for (let i = 0; i < 24; i++) await page.mouse.wheel(0, -120);
  await bench.settled();
  await sample(bench, 'Densest', [507.5, 190.5]);
  await page.keyboard.press('0');
  await bench.settled();
  await bench.amount('Size', 150);
  for (const [i, stroke] of WINGS.entries()) {
    await bench.drag(stroke);
    await expect(bench.parts().last()).toContainText(i === 0 ? '1 stroke' : `${i + 1} strokes`);
  }
  await bench.settled();
  expect(await alphaOff()).toBeLessThan(0.6 * solidAlpha);
  expect(await off()).toBeLessThan(0.85 * solid);

  await test.step('its fringe is cleaned by itself, and going over it again changes nothing', async () => {
    await expect(page.getByRole('textbox', { name: /^Clean fringe/ })).toHaveValue('100');
    const before = await bench.pixels();
    await bench.drag(WINGS[0] ?? []);
    await expect(bench.parts().last()).toContainText('5 strokes');
    const after = await bench.pixels();
    const changed = after.data.filter((value, i) => Math.abs(value - (before.data[i] ?? 0)) > 2);
    // Only where the soft rim of the first stroke had let something through.
    expect(changed.length).toBeLessThan(after.data.length / 200);
    await bench.undo();
  });
});

test("the keeper's hair by the Component view", async ({ page }) => {
  const bench = await photoToCut(page, 'Hair by a component', 'keeper-portrait.jpg', KEEPER);
  await bench.tool('Component');
  const stroke = async (mark: string, places: readonly Place[]) => {
    await page.getByRole('button', { name: mark, exact: true }).click();
    await bench.drag(places, 8);
  };
  await stroke('keep', [
    [300, 330],
    [200, 600],
  ]);
  await stroke('keep', [
    [420, 330],
    [600, 250],
    [800, 330],
  ]);
  await stroke('drop', [
    [200, 150],
    [600, 60],
    [1000, 150],
  ]);
  const list = page.getByRole('list', { name: 'Components' });
  await expect(list.getByRole('button').first()).toHaveText(/fitted mix\s*\d/);

  await test.step('all components of a place are seen side by side, the best first', async () => {
    await page.getByRole('button', { name: 'Component view', exact: true }).click();
    const panels = page.getByRole('group', { name: 'Components side by side' }).getByRole('button');
    await expect(panels).toHaveCount(9);
    await expect(panels.first()).toHaveAccessibleName(/^1\. (blue|OKLab a), separates by/);
    await expect(panels.last()).toHaveAccessibleName(/^9\. red/);
    const shown = () =>
      panels
        .first()
        .locator('canvas')
        .evaluate((canvas: HTMLCanvasElement) => {
          const data = canvas
            .getContext('2d')
            ?.getImageData(0, 0, canvas.width, canvas.height).data;
          return data?.reduce((sum, value, i) => (sum * 31 + value * (i % 7)) % 1_000_003, 0);
        });
    const here = await shown();
    await panels.first().focus();
    await page.keyboard.press('ArrowDown');
    await expect.poll(shown).not.toBe(here);
    await page.keyboard.press('Enter');
    await expect(panels).toHaveCount(0);
    await expect(bench.parts()).toContainText(/blue|OKLab a/);
  });

  await test.step('the mask has its strands, by one component and by a fitted mix', async () => {
    const single = await agreement(bench, 'keeper-portrait', KEEPER);
    expect(single.edgeDifference).toBeLessThan(0.22);
    await list.getByRole('button', { name: /fitted mix/ }).click();
    await expect(bench.parts()).toContainText('fitted mix');
    const fitted = await agreement(bench, 'keeper-portrait', KEEPER);
    expect(fitted.edgeDifference).toBeLessThan(0.3);
  });

  await test.step('the white point follows the colour under the pointer, and can be undone', async () => {
    const before = await page.getByRole('textbox', { name: /^White point/ }).inputValue();
    await page.getByRole('button', { name: 'white point', exact: true }).click();
    await bench.drag([
      [600, 620],
      [605, 630],
    ]);
    const field = page.getByRole('textbox', { name: /^White point/ });
    await expect(field).not.toHaveValue(before);
    await expect(page.getByRole('button', { name: /^Undo: Component of Component/ })).toBeVisible();
    await bench.undo();
    await expect(field).toHaveValue(before);
  });

  await test.step('the greys are dodged by brush', async () => {
    const grey: Place = [1095, 560];
    await bench.tool('Brush');
    await page.getByLabel('Does').selectOption('dodge');
    await bench.amount('Size', 60);
    const [was] = await bench.colourAt(grey);
    const before = await bench.pixels();
    await bench.drag([
      [1060, 520],
      [1110, 600],
      [1140, 640],
    ]);
    await expect(bench.parts()).toHaveCount(2);
    const after = await bench.pixels();
    const sum = (pixels: typeof after) => pixels.data.reduce((all, value) => all + value, 0);
    expect(sum(after)).toBeGreaterThan(sum(before));
    const [now] = await bench.colourAt(grey);
    expect(now).toBeGreaterThanOrEqual(was);
  });
});
