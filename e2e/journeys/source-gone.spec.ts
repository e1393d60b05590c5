import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { BenchPage, newOf } from '../support/bench';
import { journeyData } from '../support/start-server';

const create = { width: 640, height: 480, channels: 3, background: '#7a3b2e' } as const;

test('a delivery says whose file is gone, and goes through when it was brought in again', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const id = await newOf(page, 'Journey: a file is lost', 640, 480);
  const picture = await sharp({ create }).png().toBuffer();
  const bringIn = async () => {
    const chooser = page.waitForEvent('filechooser');
    await bench.tool('Bring in');
    const file = { name: 'red-lead.png', mimeType: 'image/png', buffer: picture };
    await (await chooser).setFiles(file);
  };
  await page.goto(`/c/${id}/gather`);
  await bringIn();
  await page.getByTitle('red-lead.png: press').click();
  const shelf = await (await page.request.get('/api/sources')).json();
  const { hash } = shelf.find(({ name }: { name: string }) => name === 'red-lead.png');
  await bench.tool('Add as layer');
  await bench.saved();
  rmSync(join(journeyData(), 'blobs', hash.slice(0, 2), hash.slice(2)));
  rmSync(join(journeyData(), 'tiles', hash), { recursive: true });
  await bench.stage('Deliver');
  const deliver = page.getByRole('button', { name: 'Deliver the file' });
  const link = page.getByRole('link', { name: /\.png/ });
  await deliver.click();
  await expect(page.getByText('the photograph of red-lead is not there any more')).toBeVisible();
  await expect(link).toBeHidden();

  await bench.stage('Gather');
  await bringIn();
  await expect(page.getByText('red-lead.png is on the shelf already')).toBeVisible();
  await bench.stage('Deliver');
  await deliver.click();
  await expect(link).toBeVisible();
  await expect.poll(() => bench.colourAt([320, 240])).toEqual([0x7a, 0x3b, 0x2e]);
});
