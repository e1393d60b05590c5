import { expect } from '@playwright/test';
import { BenchPage, type Pixels } from './bench';

export type Zoom = 'Fit' | '100 %' | '400 %';

/** Looks at the picture at a zoom, from the fitted picture on, so that every page that does shows the same place. */
export async function lookAt(bench: BenchPage, zoom: Zoom): Promise<void> {
  await bench.page.getByRole('button', { name: 'Fit', exact: true }).click();
  if (zoom !== 'Fit') await bench.page.getByRole('button', { name: zoom, exact: true }).click();
  await bench.settled();
}

/** Expects two pictures to be the same, value by value; says how many are not, and where the first of them lies. */
export function expectSame(one: Pixels, other: Pixels, when: string): void {
  expect([one.width, one.height]).toEqual([other.width, other.height]);
  let [off, first] = [0, -1];
  for (let i = 0; i < one.data.length; i++) {
    if (one.data[i] === other.data[i]) continue;
    if (off++ === 0) first = i >> 2;
  }
  const at = `${first % one.width},${Math.floor(first / one.width)}`;
  expect(off, `values that differ ${when}, the first at ${at}`).toBe(0);
}

/** Expects the picture to be, value by value, what a page shows that is opened now and looks at the same. */
export async function expectAsFresh(bench: BenchPage, zoom: Zoom, after: string): Promise<void> {
  // Sooner than it would be saved by itself.
  await bench.page.keyboard.press('Control+s');
  await bench.saved();
  const shown = await bench.pixels();
  const fresh = new BenchPage(await bench.page.context().newPage());
  try {
    await fresh.page.goto(bench.page.url());
    await fresh.settled();
    await lookAt(fresh, zoom);
    const opened = await fresh.pixels();
    expectSame(shown, opened, `at ${zoom} after ${after}`);
  } finally {
    await fresh.page.close();
  }
}
