import { expect, test } from '@playwright/test';
import sharp from 'sharp';
import { BenchPage, newOf } from '../support/bench';
import { worst } from '../support/chain';

const [WIDTH, HEIGHT] = [400, 300];

/** Parts of a PNG file: eight bytes of signature, then chunks of length, kind, data and checksum. */
const SIGNATURE = 8;
const IHDR = 25;

function chunkOf(png: Buffer, kind: string): Buffer {
  for (let at = SIGNATURE; at < png.length; at += png.readUInt32BE(at) + 12) {
    const end = at + png.readUInt32BE(at) + 12;
    if (png.toString('latin1', at + 4, at + 8) === kind) return png.subarray(at, end);
  }
  throw new Error(`There is no ${kind}.`);
}

/** Samples that a PNG says are Display P3. */
async function inP3(samples: Uint8Array): Promise<Buffer> {
  const raw = { width: WIDTH, height: HEIGHT, channels: 3 as const };
  const plain = await sharp(samples, { raw }).png().toBuffer();
  const tagged = await sharp(samples, { raw }).withIccProfile('p3').png().toBuffer();
  const head = SIGNATURE + IHDR;
  return Buffer.concat([plain.subarray(0, head), chunkOf(tagged, 'iCCP'), plain.subarray(head)]);
}

/** Left a red that sRGB does not have, right a grey. */
const VIVID = [250, 40, 60] as const;
const GREY = [120, 120, 120] as const;

test('a vivid photograph keeps its colours in Display P3, on the screen and in its file', async ({
  page,
}) => {
  const bench = new BenchPage(page);
  const samples = Uint8Array.from({ length: WIDTH * HEIGHT * 3 }, (_, i) => {
    const left = Math.floor(i / 3) % WIDTH < WIDTH / 2;
    return (left ? VIVID : GREY)[i % 3] ?? 0;
  });
  const file = { name: 'vivid.png', mimeType: 'image/png', buffer: await inP3(samples) };
  const sent = await page.request.post('/api/sources', { multipart: { files: file } });
  expect(sent.status()).toBe(200);
  const id = await newOf(page, 'Journey: vivid', WIDTH, HEIGHT);
  await page.goto(`/c/${id}/gather`);
  await page.getByTitle('vivid.png: press').first().click();
  await bench.tool('Add as layer');
  await bench.stage('Arrange');

  await test.step('sRGB clips it', async () => {
    const [r, g] = await bench.colourAt([100, 150]);
    expect(r).toBe(255);
    expect(g).toBeLessThan(10);
  });

  await test.step('Display P3 has it, and greys are what they were', async () => {
    await page.getByTitle('Canvas size and mixing').click();
    await page.getByRole('button', { name: 'Display P3', exact: true }).click();
    await page.getByRole('button', { name: 'Set it' }).click();
    // On a screen of sRGB it is brought into that; one of Display P3 shows all of it.
    await expect.poll(async () => (await bench.colourAt([100, 150]))[0]).toBe(255);
    const screen = await page.context().newCDPSession(page);
    await screen.send('Emulation.setEmulatedMedia', {
      features: [{ name: 'color-gamut', value: 'p3' }],
    });
    await bench.saved();
    await page.reload();
    await expect.poll(() => bench.colourAt([100, 150])).toEqual([...VIVID]);
    expect(await bench.colourAt([300, 150])).toEqual([...GREY]);
    const space = await bench.picture.evaluate(
      (canvas: HTMLCanvasElement) => canvas.getContext('2d')?.getContextAttributes().colorSpace,
    );
    expect(space).toBe('display-p3');
  });

  await test.step('undo and redo change it in place; a fresh page shows the same', async () => {
    await bench.undo();
    await expect.poll(async () => (await bench.colourAt([100, 150]))[0]).toBe(255);
    await page.keyboard.press('Control+Shift+Z');
    await expect.poll(() => bench.colourAt([100, 150])).toEqual([...VIVID]);
    const shown = await bench.pixels();
    await bench.saved();
    await page.reload();
    expect(worst(await bench.pixels(), shown)).toBe(0);
  });

  await test.step('the wheel reaches what sRGB has not', async () => {
    await bench.tool('Paint');
    await page.getByLabel('Colour of the brush').click();
    const panel = page.getByRole('region', { name: 'Colour of the brush' });
    await expect(panel).toContainText('Numbers are those of Display P3.');
    await panel.getByLabel('Hex').fill('00ff00');
    await panel.getByLabel('Hex').press('Enter');
    const chroma = panel.getByRole('textbox', { name: /^Chroma/ });
    // The purest green of sRGB has 0.295.
    expect(Number(await chroma.inputValue())).toBeGreaterThan(0.36);
    await chroma.fill('0.1');
    await chroma.press('Enter');
    await expect(panel.getByLabel('Hex')).not.toHaveValue('#00ff00');
    await page.getByRole('button', { name: 'Close the colours' }).click();
  });

  await test.step('before delivery it is told what an sRGB file clips; a P3 file holds all', async () => {
    await bench.stage('Deliver');
    await page.getByRole('button', { name: /^Look at the pixels, too$/ }).click();
    const findings = page.getByRole('list', { name: 'Findings' });
    await expect(findings).toContainText('50.0 % of the picture is more vivid than sRGB can hold');
    await page.getByLabel('Colour space').selectOption({ label: 'Display P3' });
    await page.getByRole('button', { name: /^Look at the pixels again$/ }).click();
    await expect(findings).not.toContainText('more vivid');
    await page.getByRole('button', { name: 'Deliver the file' }).click();
    const made = page.getByRole('list', { name: 'Deliveries' }).getByRole('link').first();
    await expect(made).toBeVisible({ timeout: 60_000 });
    const waiting = page.waitForEvent('download');
    await made.click();
    const download = await waiting;
    const picture = await sharp(await download.path(), { ignoreIcc: true })
      .removeAlpha()
      .raw()
      .toBuffer({ resolveWithObject: true });
    const at = (150 * picture.info.width + 100) * 3;
    expect([...picture.data.subarray(at, at + 3)]).toEqual([...VIVID]);
  });
});
