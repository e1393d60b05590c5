import type { Page } from '@playwright/test';
import { makeLargeComposition } from '../../demo/large-composition';
import { settled } from './application';
import { figure, quantile, type Row } from './row';

const TITLE = 'Large';
export const SIZE = '24 MP, 10 layers';
const SLIDER_STEPS = 40;

/** Some layers, by their place from the far end. */
export const DEPTHS = [
  ['farthest', 0],
  ['middle', 5],
  ['nearest', 9],
] as const;

/** The durations, in milliseconds, that the page has measured so far under a name. */
export type Timeline = Readonly<Record<string, number[]>>;

/** Has the page collect its measurements and the times of its tasks. */
async function observe(page: Page): Promise<void> {
  await page.evaluate(() => {
    const kept: Record<string, number[]> = {};
    (globalThis as unknown as { timeline: typeof kept }).timeline = kept;
    const keep = (name: string, duration: number) => {
      kept[name] = [...(kept[name] ?? []), duration];
    };
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries())
        keep(entry.name.replace('diplex: ', ''), entry.duration);
    }).observe({ type: 'measure' });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) keep('long task', entry.duration);
    }).observe({ type: 'longtask' });
  });
}

/** Reads and empties what was collected. */
export async function collected(page: Page): Promise<Timeline> {
  const text = await page.evaluate(() => {
    const { timeline } = globalThis as unknown as { timeline: Record<string, number[]> };
    const copy = JSON.stringify(timeline);
    for (const name of Object.keys(timeline)) timeline[name] = [];
    return copy;
  });
  return JSON.parse(text) as Timeline;
}

export async function slide(page: Page, name: RegExp): Promise<void> {
  const slider = page.getByRole('slider', { name });
  await slider.focus();
  for (let step = 0; step < SLIDER_STEPS; step++) {
    await page.keyboard.press(step % 2 ? 'ArrowRight' : 'ArrowLeft');
    await settled(page);
  }
}

/** Adds the step that is found by its name to the layer in hand; its row is open then. */
export async function addStep(page: Page, name: string): Promise<void> {
  await page.getByRole('button', { name: 'Add to the chain' }).click();
  await page.getByRole('searchbox').fill(name);
  await page.keyboard.press('Enter');
  await settled(page);
}

/** Slides an amount and tells how soon it is answered. */
export async function* sliderRows(
  page: Page,
  what: string,
  slider: RegExp,
  on: string,
  most = { first: 33, settled: 100 },
): AsyncGenerator<Row> {
  await collected(page);
  await slide(page, slider);
  const slid = await collected(page);
  const settling = quantile(slid['settled picture'] ?? [], 0.95);
  yield figure(`${what} to settled picture, ${on}`, settling, 'ms', most.settled);
  const first = quantile(slid['first answer'] ?? [], 0.95);
  yield figure(`${what} to first answer, ${on}`, first, 'ms', most.first);
}

/** Makes the large composition and opens it. */
export async function opened(
  address: string,
  page: Page,
): Promise<{ id: string; seconds: number }> {
  const id = await makeLargeComposition(address, 'demo', TITLE);
  await page.goto(address);
  await page.getByLabel(`Open ${TITLE}`, { exact: true }).waitFor();
  await observe(page);
  await page.getByLabel(`Open ${TITLE}`, { exact: true }).click();
  const opening = Date.now();
  await settled(page);
  return { id, seconds: (Date.now() - opening) / 1000 };
}
