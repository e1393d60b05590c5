import { readFile } from 'node:fs/promises';
import { deflateSync } from 'node:zlib';
import { expect, test } from '@playwright/test';
import { BenchPage, newOf } from '../support/bench';

function chunk(type: string, body: Buffer): Buffer {
  const head = Buffer.alloc(8);
  head.writeUInt32BE(body.length, 0);
  head.write(type, 4, 'latin1');
  let crc = 0xffffffff;
  for (const byte of Buffer.concat([head.subarray(4), body])) {
    crc ^= byte;
    for (let k = 0; k < 8; k++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
  }
  const tail = Buffer.alloc(4);
  tail.writeUInt32BE((crc ^ 0xffffffff) >>> 0);
  return Buffer.concat([head, body, tail]);
}

/** A PNG whose header promises far more pixels than there are bytes. */
function hugePng(side: number): Buffer {
  const header = Buffer.alloc(13);
  header.writeUInt32BE(side, 0);
  header.writeUInt32BE(side, 4);
  header.set([8, 2, 0, 0, 0], 8);
  const signature = Buffer.from('\x89PNG\r\n\x1a\n', 'latin1');
  const data = chunk('IDAT', deflateSync(Buffer.alloc(1000)));
  return Buffer.concat([signature, chunk('IHDR', header), data, chunk('IEND', Buffer.alloc(0))]);
}

const SVG =
  '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="10"><rect width="10" height="10"/></svg>';

test('refuses what is no picture by its name, and takes the others', async ({ page }) => {
  const whole = await readFile('demo/photos/kettle-pond.jpg');
  const shelf = async () => (await (await page.request.get('/api/sources')).json()) as unknown[];
  const bench = new BenchPage(page);
  const before = await shelf();
  const id = await newOf(page, 'Journey: refused files', 300, 200);
  await page.goto(`/c/${id}/gather`);
  await expect(page.getByTestId('shelf')).toBeVisible();

  const bring = async (files: { name: string; mimeType: string; buffer: Buffer }[]) => {
    const chooser = page.waitForEvent('filechooser');
    await bench.tool('Bring in');
    await (await chooser).setFiles(files);
  };
  const told = (words: RegExp) => page.getByRole('alert').filter({ hasText: words });

  await bring([
    { name: 'half.jpg', mimeType: 'image/jpeg', buffer: whole.subarray(0, 120_000) },
    {
      name: 'letter.png',
      mimeType: 'image/png',
      buffer: Buffer.from('Dear Pim, the kettle is on.'),
    },
  ]);
  await expect(told(/half\.jpg is damaged/)).toBeVisible();
  await expect(told(/letter\.png is not a JPEG, PNG, WebP, AVIF or TIFF picture/)).toBeVisible();
  await bring([
    { name: 'wide.png', mimeType: 'image/png', buffer: hugePng(40_000) },
    { name: 'drawing.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(SVG) },
  ]);
  await expect(told(/wide\.png has 40000 × 40000 pixels .* at most 150 million/)).toBeVisible();
  await expect(told(/drawing\.svg is not a/)).toBeVisible();
  await expect(page.getByText('nothing running')).toBeVisible();
  expect(await shelf()).toEqual(before);

  await bring([
    // One byte more makes it another file, so that it is not merely known already.
    { name: 'wrong.png', mimeType: 'image/png', buffer: Buffer.concat([whole, Buffer.alloc(1)]) },
    { name: 'kettle-pond.jpg', mimeType: 'image/jpeg', buffer: whole },
  ]);
  await expect(told(/wrong\.png holds a JPEG picture\. Rename it to wrong\.jpg/)).toBeVisible();
  await expect(page.getByText('kettle-pond.jpg is on the shelf already')).toBeVisible();
  expect(await shelf()).toEqual(before);
});

test('takes a pasted picture', async ({ page }) => {
  const id = await newOf(page, 'Journey: paste', 300, 200);
  await page.goto(`/c/${id}/gather`);
  await expect(page.getByTestId('shelf')).toBeVisible();
  await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(64, 48);
    const context = canvas.getContext('2d') as OffscreenCanvasRenderingContext2D;
    context.fillStyle = '#c08040';
    context.fillRect(0, 0, 64, 48);
    const data = new DataTransfer();
    data.items.add(new File([await canvas.convertToBlob()], 'image.png', { type: 'image/png' }));
    window.dispatchEvent(new ClipboardEvent('paste', { clipboardData: data, bubbles: true }));
  });
  await expect(page.getByRole('button', { name: /Pasted .* 64 × 48/ })).toBeVisible();
  const facts = page.getByLabel('Inspector');
  await expect(facts).toContainText('64 × 48');
  await facts.getByLabel('Credit', { exact: true }).fill('Hobnail & Wick');
  await facts.getByLabel('Rights', { exact: true }).fill('CC-BY-4.0');
  await facts.getByLabel('Rights', { exact: true }).press('Enter');
  await page.reload();
  await page.getByRole('button', { name: /Pasted .* 64 × 48/ }).click();
  await expect(facts.getByLabel('Credit', { exact: true })).toHaveValue('Hobnail & Wick');
  await expect(facts.getByLabel('Rights', { exact: true })).toHaveValue('CC-BY-4.0');
});
