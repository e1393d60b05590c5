import type { Page } from '@playwright/test';
import { application, settled } from './application';
import { addStep, collected, DEPTHS, opened, SIZE, slide, sliderRows } from './large-page';
import { figure, quantile, type Row } from './row';

const PORT = 4392;

/** What an amount of Match and Finish may take, in milliseconds. */
const [FIRST, SETTLED, READING] = [50, 150, 150] as const;

/** Effects by the name that finds them, and the amount that is slid. */
const EFFECTS = [
  ['Lens blur', /^Radius/],
  ['Motion blur', /^Length/],
  ['Turning blur', /^Turns by/],
  ['Glow', /^Size/],
  ['Grain', /^Size/],
  ['Swirl', /^Turns by/],
  ['Ripple', /^Strength/],
  ['Vignette', /^Softness/],
] as const;

async function stage(page: Page, name: string): Promise<void> {
  await page.getByRole('navigation', { name: 'Stages' }).getByText(name).click();
  await settled(page);
}

async function tool(page: Page, name: string): Promise<void> {
  await page.getByRole('contentinfo').getByRole('button', { name, exact: true }).click();
}

/** How soon the rows of Agree tell what an amount changed. */
async function* readingRows(page: Page): AsyncGenerator<Row> {
  await tool(page, 'Agree');
  await page.locator('[data-testid=agreement-row]').first().waitFor();
  await addStep(page, 'Exposure');
  await collected(page);
  await slide(page, /^Stops/);
  const told = (await collected(page)).reading ?? [];
  yield figure(
    `amount to reading, nearest layer, ${SIZE}, median`,
    quantile(told, 0.5),
    'ms',
    READING,
  );
  yield figure(
    `amount to reading, nearest layer, ${SIZE}, 95 %`,
    quantile(told, 0.95),
    'ms',
    READING,
  );
}

/** How soon light and shadow of a thing are seen when they are turned. */
async function* lightRows(page: Page): AsyncGenerator<Row> {
  const on = `nearest layer, ${SIZE}, 95 %`;
  const most = { first: FIRST, settled: SETTLED };
  await addStep(page, 'Relight');
  yield* sliderRows(page, 'Relight', /^Comes from/, on, most);
  await tool(page, 'Shadow');
  await page.getByRole('button', { name: 'Throw its shadow' }).click();
  await page.getByRole('slider', { name: /^Softness/ }).waitFor();
  await settled(page);
  yield* sliderRows(page, 'Shadow', /^Softness/, on, most);
}

async function* effectRows(page: Page): AsyncGenerator<Row> {
  for (const [kind, slider] of EFFECTS) {
    await addStep(page, kind);
    const on = `middle layer, ${SIZE}, 95 %`;
    yield* sliderRows(page, kind, slider, on, { first: FIRST, settled: SETTLED });
    await page.getByRole('button', { name: `Take ${kind} out of the chain` }).click();
    await settled(page);
  }
}

/** How soon amounts of Match and Finish are answered, with ten layers of 24 MP. */
export async function* amountRows(): AsyncGenerator<Row> {
  const { address, page, close } = await application(PORT);
  try {
    await opened(address, page);
    const take = (at: number) => page.getByTestId('card').nth(at).locator('.flat').click();
    await stage(page, 'Match');
    await take(DEPTHS[2][1]);
    await settled(page);
    yield* readingRows(page);
    yield* lightRows(page);
    await stage(page, 'Finish');
    await take(DEPTHS[1][1]);
    await settled(page);
    yield* effectRows(page);
  } finally {
    await close();
  }
}
