import { expect } from '@playwright/test';
import { BenchPage } from './bench';

export type Zoom = 'Fit' | '100 %' | '400 %';

/** Looks at the picture at a zoom, from the fitted picture on, so that every page that does shows the same place. */
export async function lookAt(bench: BenchPage, zoom: Zoom): Promise<void> {
  await bench.page.getByRole('button', { name: 'Fit', exact: true }).first().click();
  if (zoom !== 'Fit') await bench.page.getByRole('button', { name: zoom, exact: true }).click();
  await bench.settled();
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
    expect([shown.width, shown.height]).toEqual([opened.width, opened.height]);
    let [off, first] = [0, -1];
    for (let i = 0; i < shown.data.length; i++) {
      if (shown.data[i] === opened.data[i]) continue;
      if (off++ === 0) first = i >> 2;
    }
    const at = `${first % shown.width},${Math.floor(first / shown.width)}`;
    expect(off, `values that differ at ${zoom} after ${after}, the first at ${at}`).toBe(0);
  } finally {
    await fresh.page.close();
  }
}
