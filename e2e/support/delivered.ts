import { readFile } from 'node:fs/promises';
import { expect } from '@playwright/test';
import { type BenchPage, readPicture } from './bench';

/** Delivers the composition as a PNG, and expects its pixels to be those of the screen at 100 %, bit by bit. */
export async function expectDelivered(
  bench: BenchPage,
  { width, height }: { readonly width: number; readonly height: number },
): Promise<void> {
  const { page } = bench;
  await bench.stage('Deliver');
  await bench.tool('PNG');
  await page.getByRole('button', { name: 'Deliver the file' }).click();
  const link = page.getByRole('link', { name: /\.png/ });
  await expect(link).toBeVisible({ timeout: 60_000 });
  const download = page.waitForEvent('download');
  await link.click();
  const file = await readPicture(await readFile(await (await download).path()));
  expect([file.width, file.height]).toEqual([width, height]);

  await page.getByRole('button', { name: '100 %' }).click();
  const screen = await bench.pixels();
  // At 100 % the middle of the canvas is in the middle of the picture area.
  const [area, ground] = await Promise.all([
    bench.picture.boundingBox(),
    page.getByTestId('canvas-ground').boundingBox(),
  ]);
  if (!area || !ground) throw new Error('There is no picture.');
  const offset = { x: ground.x - area.x, y: ground.y - area.y };
  let compared = 0;
  for (let y = 0; y < screen.height; y++) {
    for (let x = 0; x < screen.width; x++) {
      const [u, v] = [x - offset.x, y - offset.y];
      if (u < 0 || v < 0 || u >= width || v >= height) continue;
      const at = (y * screen.width + x) * 4;
      const from = (v * width + u) * 4;
      for (let c = 0; c < 4; c++) {
        if (screen.data[at + c] !== file.data[from + c]) {
          throw new Error(
            `Pixel ${u}, ${v} is ${file.data[from + c]} in the file and ${screen.data[at + c]} on the screen.`,
          );
        }
      }
      compared++;
    }
  }
  expect(compared).toBeGreaterThan(400_000);
}
