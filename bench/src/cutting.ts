import { readFile } from 'node:fs/promises';
import { inMemory, KNOWN, matte } from '@diplex/core';
import { decodeExactly, KernelMemory, startKernels } from '@diplex/kernels';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { application, settled } from './application';
import { figure, milliseconds, type Row } from './row';

const PORT = 4393;
const PORTRAIT = 'keeper-portrait.jpg';
const TRUTH = 'e2e/truth/keeper-portrait.png';
/** The width of the band that is solved along the edge of the portrait, in pixels. */
const BAND = 60;
/** Two megapixels, of which so much is unsure. */
const [PIXELS, UNSURE] = [2e6, 0.15];

/** The portrait alone on a canvas of its size, at Cut, in a page that was just opened. */
async function portrait(address: string, page: Page): Promise<void> {
  const form = new FormData();
  form.append('files', new Blob([await readFile(`demo/photos/${PORTRAIT}`)]), PORTRAIT);
  const brought = await fetch(`${address}/api/sources`, { method: 'POST', body: form });
  if (!brought.ok) throw new Error(`The portrait was refused: ${await brought.text()}`);
  const made = await fetch(`${address}/api/compositions`, {
    ...{ method: 'POST', headers: { 'Content-Type': 'application/json' } },
    body: JSON.stringify({ title: 'Portrait', canvas: { width: 1200, height: 1500 } }),
  });
  const { id } = (await made.json()) as { id: string };
  await page.goto(`${address}/c/${id}/gather`);
  await page.getByTitle(`${PORTRAIT}: press`).first().click();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Add as layer' }).click();
  await page.getByText(/^saved/).waitFor();
  await page.goto(`${address}/c/${id}/cut`);
  await settled(page);
}

/** Seconds until something is there, from a press. */
async function secondsUntil(press: () => Promise<void>, there: () => Promise<void>) {
  const began = Date.now();
  await press();
  await there();
  return (Date.now() - began) / 1000;
}

async function* pageRows(page: Page): AsyncGenerator<Row> {
  const offers = page.getByRole('list', { name: 'Found subjects' }).getByRole('button');
  const find = () => page.getByRole('button', { name: 'Find subject' }).click();
  const found = await secondsUntil(find, () => offers.first().waitFor({ timeout: 120_000 }));
  yield figure('Find subject, first press after the page was opened', found, 's', 3);
  const part = page.getByTestId('part');
  const cut = await secondsUntil(
    () => offers.first().click(),
    () => part.first().waitFor({ timeout: 120_000 }),
  );
  yield figure('the found subject cut out, 1.8 MP', cut, 's', 1.5);
  const edge = await secondsUntil(
    () => Promise.resolve(),
    () => part.nth(1).waitFor({ timeout: 120_000 }),
  );
  yield figure('its edge solved by itself, after the cut', edge, 's', 5);
  await page.keyboard.press('Control+z');
  await part.nth(1).waitFor({ state: 'detached' });
  const band = page.getByRole('textbox', { name: /^Band(,|$)/ });
  await band.fill(String(BAND));
  await band.press('Enter');
  const began = Date.now();
  await page.getByRole('button', { name: 'Solve the edge' }).click();
  await page.getByTestId('coverage-draft').waitFor({ timeout: 120_000 });
  const first = (Date.now() - began) / 1000;
  yield figure(`a band of ${BAND} px along the portrait: first answer`, first, 's', 0.5);
  await part.nth(1).waitFor({ timeout: 300_000 });
  const solved = (Date.now() - began) / 1000;
  yield figure(`a band of ${BAND} px along the portrait: solved`, solved, 's', 5);
}

/** The portrait made larger, with a band along its true edge that is as wide as it takes. */
async function bandedPortrait() {
  const { width = 1, height = 1 } = await sharp(TRUTH).metadata();
  const by = Math.sqrt(PIXELS / (width * height));
  const size = { width: Math.round(width * by), height: Math.round(height * by) };
  const fill = { ...size, fit: 'fill' as const };
  const rgb = await sharp(`demo/photos/${PORTRAIT}`).resize(fill).removeAlpha().raw().toBuffer();
  const truth = sharp(TRUTH).resize(fill).toColourspace('b-w');
  const banded = async (blur: number) => {
    const soft = await truth.clone().blur(blur).raw({ depth: 'uchar' }).toBuffer();
    return Uint8Array.from(soft, (value) =>
      value < 4 ? KNOWN.drop : value > 251 ? KNOWN.keep : KNOWN.unsure,
    );
  };
  const share = (known: Uint8Array) =>
    known.reduce((sum, mark) => sum + (mark === KNOWN.unsure ? 1 : 0), 0) / known.length;
  let known = await banded(1);
  for (let blur = 2; share(known) < UNSURE && blur < 60; blur += 2) known = await banded(blur);
  const light = Float32Array.from({ length: 256 }, (_, i) => decodeExactly(i / 255));
  return { ...size, known, linear: Float32Array.from(rgb, (value) => light[value] as number) };
}

/** How long the solver alone takes, on one core. */
export async function* solvingRows(): AsyncGenerator<Row> {
  const memory = KernelMemory.create(256 * 2 ** 20);
  if (memory) startKernels(memory.share, memory.allocate(96 * 2 ** 20));
  const input = inMemory(await bandedPortrait());
  matte(input);
  const taken = await milliseconds(() => matte(input));
  const words = '2 MP with 15 % unsure, solved on one core once warm';
  yield figure(words, taken / 1000, 's', 2);
}

/** How long cutting takes: in the page, and for the solver alone. */
export async function* cuttingRows(): AsyncGenerator<Row> {
  const { address, page, close } = await application(PORT);
  try {
    await portrait(address, page);
    yield* pageRows(page);
  } finally {
    await close();
  }
  yield* solvingRows();
}
