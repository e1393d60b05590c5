import { once } from 'node:events';
import { mkdtempSync, rmSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type Download, expect, type Page, test } from '@playwright/test';
import { unzipSync } from 'fflate';
import sharp from 'sharp';
import { serve } from '../../scripts/serve.mjs';
import { BenchPage, copyOf, readPicture } from '../support/bench';
import { card, worst } from '../support/chain';

declare global {
  interface Window {
    asText(bytes: Blob): Promise<string>;
    shared?: ShareData;
  }
}

const POSTER = 'The Kettle Comet, poster A';

async function begun(page: Page, title: string, of = POSTER): Promise<BenchPage> {
  const bench = new BenchPage(page);
  await page.goto(`/c/${await copyOf(page, of, title)}/deliver`);
  await bench.settled();
  return bench;
}

async function contentsOf(download: Promise<Download>): Promise<Buffer> {
  return readFile(await (await download).path());
}

const inspector = (page: Page) => page.getByRole('complementary', { name: 'Inspector' });
const findings = (page: Page) => inspector(page).getByRole('list', { name: 'Findings' });
const deliveries = (page: Page) => inspector(page).getByRole('list', { name: 'Deliveries' });

test('checks are walked through, and a set of four files is made, kept and made again', async ({
  page,
}) => {
  const bench = await begun(page, 'Journey: set');

  await test.step('what may be the matter is told, the worst first, and stepped through by key', async () => {
    await page.getByRole('button', { name: /^Look at the pixels, too$/ }).click();
    await expect(page.getByRole('button', { name: 'Look at the pixels again' })).toBeVisible({
      timeout: 60_000,
    });
    // A lamp put out is told of at once, without looking at pixels anew.
    await page.getByRole('button', { name: 'Harbour wall is shown' }).click();
    await expect(findings(page)).toContainText('Harbour wall is hidden.');
    await expect(inspector(page)).toContainText('changed since its pixels were looked at');
    await page.keyboard.press('h');
    await expect(findings(page).locator('[aria-pressed="true"]')).toHaveCount(1);
    await findings(page)
      .getByRole('button', { name: /Harbour wall is hidden/ })
      .click();
    await expect(card(page, 'Harbour wall')).toHaveAttribute('aria-current', 'true');
    await bench.undo();
    await expect(findings(page)).not.toContainText('Harbour wall is hidden.');
  });

  await test.step('four files are said', async () => {
    await bench.tool('JPEG');
    await page.getByRole('combobox', { name: 'Size' }).selectOption('longest side');
    await page.getByRole('textbox', { name: 'Pixels' }).fill('600');
    await page.getByRole('textbox', { name: 'Pixels' }).press('Enter');
    await page.getByLabel('File name').fill('{title} small {width}');
    await page.getByRole('button', { name: 'Another file' }).click();
    await page.getByRole('combobox', { name: 'Holds' }).selectOption('a cut-out');
    await page.getByRole('combobox', { name: 'Of the layer' }).selectOption('Keeper');
    await page.getByRole('button', { name: 'Trimmed to what shows' }).click();
    await page.getByRole('button', { name: 'One more like it' }).click();
    await page.getByRole('combobox', { name: 'Holds' }).selectOption('a mask');
    await page.getByRole('button', { name: 'Another file' }).click();
    await bench.tool('AVIF');
    await page.getByRole('combobox', { name: 'Colour space' }).selectOption('Display P3');
    const list = inspector(page).getByRole('list', { name: 'Files to be made' });
    await expect(list.getByRole('listitem')).toHaveCount(4);
    await page.getByRole('textbox', { name: 'Keep these files as a set' }).fill('For the printer');
    await page.getByRole('button', { name: 'Keep', exact: true }).click();
    await expect(inspector(page).getByRole('list', { name: 'Sets of files' })).toContainText(
      'For the printer',
    );
  });

  await test.step('they are made at one press, and come in one ZIP', async () => {
    await page.getByRole('button', { name: 'What the files say' }).click();
    await page.getByRole('textbox', { name: 'Creator' }).fill('Hobnail & Wick');
    await page.getByRole('textbox', { name: 'Description' }).fill('A keeper by a wall');
    await page.getByRole('button', { name: 'Deliver 4 files' }).click();
    await expect(deliveries(page).getByRole('listitem').first()).toBeVisible({ timeout: 60_000 });
    const download = page.waitForEvent('download');
    await deliveries(page).getByRole('link', { name: 'All in one ZIP' }).click();
    const files = unzipSync(await contentsOf(download));
    expect(Object.keys(files)).toEqual([
      'Journey- set small 600.jpg',
      'Journey- set - Keeper.png',
      'Journey- set - Keeper 2.png',
      'Journey- set.avif',
    ]);
    const facts = Object.values(files).map((file) => sharp(Buffer.from(file)).metadata());
    const [small, cut, mask, wide] = await Promise.all(facts);
    expect(small).toMatchObject({ format: 'jpeg', width: 600, height: 400 });
    expect(cut).toMatchObject({ format: 'png', channels: 4 });
    expect(cut?.width).toBeLessThan(1500);
    expect(mask).toMatchObject({ format: 'png', depth: 'ushort', channels: 1, width: 1500 });
    expect(wide).toMatchObject({ format: 'heif', width: 1500 });
    for (const each of [small, cut, wide]) {
      const said = each?.xmp?.toString() ?? '';
      expect(said).toContain('Hobnail &amp; Wick');
      expect(said).toContain('A keeper by a wall');
      // Whatever shows is credited.
      expect(said).toContain('Diplex demo studio');
      expect(said).toContain('Harbour wall');
    }
  });

  await test.step('the set is there in another composition', async () => {
    await begun(page, 'Journey: same set', 'Headland, new sky');
    await page.getByRole('button', { name: 'For the printer', exact: true }).click();
    await expect(findings(page)).toContainText('of a layer that this composition does not have');
    // Who made it goes along; what it shows is the other composition's.
    await expect(page.getByRole('textbox', { name: 'Creator' })).toHaveValue('Hobnail & Wick');
    await expect(page.getByRole('textbox', { name: 'Description' })).toHaveValue('');
    await page.getByRole('button', { name: 'Take the set For the printer away' }).click();
    await page.getByRole('button', { name: 'Put it back' }).click();
    await expect(page.getByRole('button', { name: 'For the printer', exact: true })).toBeVisible();
    await page.getByRole('button', { name: 'Take the set For the printer away' }).click();
  });
});

test('files go to the clipboard, to the share sheet and into a folder, where they are saved again', async ({
  page,
}) => {
  // The browser without a window lets nobody choose a folder: one of its own private ones stands in.
  await page.addInitScript(() => {
    const root = () => navigator.storage.getDirectory();
    Object.assign(window, {
      // Bytes as text: as a list of numbers they would take seconds on their way.
      asText: (bytes: Blob) =>
        new Promise<string>((resolve, reject) => {
          const reader = new FileReader();
          reader.onerror = () => reject(reader.error);
          reader.onload = () => resolve(String(reader.result).replace(/^.*,/, ''));
          reader.readAsDataURL(bytes);
        }),
      showDirectoryPicker: async () =>
        (await root()).getDirectoryHandle('Posters', { create: true }),
    });
    // Nor has it a share sheet: what would be handed over is kept.
    Object.assign(navigator, {
      canShare: () => true,
      share: async (data: ShareData) => Object.assign(window, { shared: data }),
    });
  });
  await page.context().grantPermissions(['clipboard-read', 'clipboard-write']);
  const bench = await begun(page, 'Journey: folder');
  await page.getByRole('button', { name: 'Deliver the file' }).click();
  await page.getByRole('button', { name: 'Save in a folder' }).click();
  const saved = page.getByText('Saved: the file.');
  await expect(saved).toBeVisible();
  const inFolder = async () => {
    const text = await page.evaluate(async () => {
      const root = await navigator.storage.getDirectory();
      const folder = await root.getDirectoryHandle('Posters');
      const handle = await folder.getFileHandle('Journey- folder.png');
      return window.asText(await handle.getFile());
    });
    return readPicture(Buffer.from(text, 'base64'));
  };
  const shown = await inFolder();
  expect([shown.width, shown.height]).toEqual([1500, 1000]);

  await page.getByRole('button', { name: /^Copy .*\.png to the clipboard$/ }).click();
  await expect(page.getByText('is on the clipboard.')).toBeVisible();
  const copied = await page.evaluate(async () => {
    const [item] = await navigator.clipboard.read();
    return item ? window.asText(await item.getType('image/png')) : '';
  });
  expect(worst(await readPicture(Buffer.from(copied, 'base64')), shown)).toBe(0);

  await page.getByRole('button', { name: /^Share/ }).click();
  await expect.poll(() => page.evaluate(() => window.shared?.title)).toBe('Journey: folder');
  const shared = await page.evaluate(async () => {
    const [file] = window.shared?.files ?? [];
    return file ? { name: file.name, text: await window.asText(file) } : { name: '', text: '' };
  });
  expect(shared.name).toBe('Journey- folder.png');
  expect(worst(await readPicture(Buffer.from(shared.text, 'base64')), shown)).toBe(0);

  await page.getByRole('button', { name: 'Keeper is shown' }).click();
  await bench.saved();
  await page.getByRole('button', { name: 'Deliver the file' }).click();
  await expect(deliveries(page).locator(':scope > li')).toHaveCount(2);
  // Read when it is said to be there: a file that is being written cannot be.
  await expect(saved).toHaveCount(0);
  await page.getByRole('button', { name: 'Save in Posters again' }).first().click();
  await expect(saved).toBeVisible();
  expect(worst(await inFolder(), shown)).toBeGreaterThan(20);

  const last = deliveries(page).locator(':scope > li').last();
  await last.getByRole('button', { name: 'Take this delivery off' }).click();
  await last.getByRole('button', { name: 'Take off for good' }).click();
  await expect(deliveries(page).locator(':scope > li')).toHaveCount(1);
});

test('an archive opens in a fresh data folder as the same picture, with its history', async ({
  page,
}) => {
  const bench = await begun(page, 'Journey: archive');
  await bench.stage('Arrange');
  await card(page, 'Keeper').click();
  await bench.picture.press('ArrowLeft');
  await bench.saved();
  const here = await bench.pixels();
  await bench.stage('Deliver');
  await page.getByRole('combobox', { name: 'Holds' }).selectOption('a Diplex archive');
  await page.getByRole('button', { name: 'Deliver the file' }).click();
  const download = page.waitForEvent('download');
  await deliveries(page)
    .getByRole('link', { name: /\.diplex/ })
    .click();
  const archive = await (await download).path();

  const data = mkdtempSync(join(tmpdir(), 'diplex-elsewhere-'));
  const { server, address } = await serve({ data, port: 0 });
  try {
    await page.goto(address);
    await expect(page.getByText('None yet.')).toBeVisible();
    const chooser = page.waitForEvent('filechooser');
    await page.getByRole('button', { name: 'Open a file' }).click();
    const bytes = await readFile(archive);
    const file = { name: 'Journey.diplex', mimeType: 'application/zip', buffer: bytes };
    await (await chooser).setFiles(file);
    await expect(page).toHaveURL(/\/c\/.*\/arrange$/);
    await expect(page.getByText('was opened as a new composition')).toBeVisible();
    await bench.settled();
    expect(worst(await bench.pixels(), here)).toBe(0);
    await bench.undo();
    await expect.poll(async () => worst(await bench.pixels(), here)).toBeGreaterThan(10);

    const again = page.waitForEvent('filechooser');
    await page.goto(address);
    await page.getByRole('button', { name: 'Open a file' }).click();
    const half = { ...file, name: 'Half.diplex', buffer: bytes.subarray(0, bytes.length / 2) };
    await (await again).setFiles(half);
    await expect(page.getByText('Half.diplex is no readable archive')).toBeVisible();
    await expect(page.getByTestId('composition')).toHaveCount(1);
  } finally {
    // What it still writes would be left behind.
    const gone = once(server, 'exit');
    server.kill('SIGKILL');
    await gone;
    rmSync(data, { recursive: true, force: true, maxRetries: 5 });
  }
});

test('a composition is used again on other photographs, and what needs a hand is told', async ({
  page,
}) => {
  const bench = await begun(page, 'Journey: again');
  const panel = inspector(page);
  await panel.getByRole('button', { name: 'Use it again' }).click();
  await panel.getByRole('button', { name: 'Choose photographs' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: /The keeper in the workshop/ }).click();
  await dialog.getByRole('button', { name: /Rough watercolour paper/ }).click();
  await expect(dialog).toContainText('2 photographs chosen');
  await dialog.getByRole('button', { name: 'Done' }).click();
  const swapped = panel.getByRole('group', { name: 'Swapped are' });
  await expect(swapped.getByRole('checkbox', { name: 'Keeper' })).toBeChecked();
  await expect(swapped.getByRole('checkbox', { name: 'Harbour wall' })).not.toBeChecked();
  await panel.getByRole('textbox', { name: 'Agree, %' }).fill('0');
  await panel.getByRole('textbox', { name: 'Agree, %' }).press('Enter');
  await panel.getByRole('button', { name: 'Use it on them' }).click();
  await expect(panel).toContainText('2 of 2', { timeout: 90_000 });
  const results = panel.getByRole('list', { name: 'What came of it' });
  // The one without a subject comes first.
  await expect(results.getByRole('listitem').first()).toContainText('Rough watercolour paper');
  await expect(results.getByRole('listitem').first()).toContainText('Needs a hand');
  const before = await bench.pixels();
  await results.getByRole('button', { name: /The keeper in the workshop/ }).click();
  await expect(page).toHaveURL(/\/cut$/);
  await bench.settled();
  await expect(page.getByRole('banner')).toContainText(
    'Journey: again - The keeper in the workshop',
  );
  await expect(card(page, 'Keeper')).toBeVisible();
  expect(worst(await bench.pixels(), before)).toBeGreaterThan(40);
});
