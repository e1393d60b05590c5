import { execFile } from 'node:child_process';
import { join } from 'node:path';
import { promisify } from 'node:util';
import { decodeExactly, encodeExactly } from '@diplex/kernels';
import type { Page } from '@playwright/test';
import sharp from 'sharp';
import { application, settled } from './application';
import { addStep, collected, DEPTHS, opened, SIZE, sliderRows } from './large-page';
import { figure, quantile, type Row } from './row';

const PORT = 4391;
const STROKES = 12;

/** Milliseconds of scripting on the page's own thread. */
interface Scripting {
  readonly perFrame: readonly number[];
  readonly longest: number;
}

/** Frames farther apart than this many microseconds have a pause between them. */
const PAUSE_US = 50_000;

/** How much scripting the frames took and the longest task of it, from a trace of the browser. */
async function scriptingOf(page: Page, work: () => Promise<void>): Promise<Scripting> {
  const session = await page.context().newCDPSession(page);
  const events: { name: string; ph: string; tid: number; pid: number; ts: number; dur?: number }[] =
    [];
  session.on('Tracing.dataCollected', ({ value }) =>
    events.push(...(value as unknown as typeof events)),
  );
  await session.send('Tracing.start', {
    transferMode: 'ReportEvents',
    traceConfig: { includedCategories: ['devtools.timeline', 'toplevel', '__metadata'] },
  });
  await work();
  const done = new Promise((resolve) => session.once('Tracing.tracingComplete', resolve));
  await session.send('Tracing.end');
  await done;
  await session.detach();
  // The thread that fires animation frames is the page's own.
  const frames = events.filter(({ name }) => name === 'FireAnimationFrame');
  const main = frames[0];
  const scripts = ['FunctionCall', 'FireAnimationFrame', 'RunMicrotasks', 'TimerFire'];
  const own = events.filter(({ name, tid, pid, dur }) => {
    return tid === main?.tid && pid === main.pid && dur && scripts.includes(name);
  });
  // Nested events lie inside others; only the outermost count.
  const sorted = own.sort((a, b) => a.ts - b.ts);
  const outer: { ts: number; dur: number }[] = [];
  for (const { ts, dur = 0 } of sorted) {
    const last = outer.at(-1);
    if (!last || ts >= last.ts + last.dur) outer.push({ ts, dur });
  }
  const marks = frames.map(({ ts }) => ts).sort((a, b) => a - b);
  const perFrame = marks.slice(1).flatMap((end, i) => {
    const begin = marks[i] as number;
    // Between strokes nothing moves, and there are no frames.
    if (end - begin > PAUSE_US) return [];
    const inside = outer.filter(({ ts }) => ts >= begin && ts < end);
    return [inside.reduce((sum, { dur }) => sum + dur, 0) / 1000];
  });
  return { perFrame, longest: Math.max(0, ...outer.map(({ dur }) => dur / 1000)) };
}

async function paint(page: Page): Promise<void> {
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture.');
  for (let stroke = 0; stroke < STROKES; stroke++) {
    const y = box.y + box.height * (0.25 + (0.5 * stroke) / STROKES);
    await page.mouse.move(box.x + box.width * 0.15, y);
    await page.mouse.down();
    for (let i = 1; i <= 40; i++) {
      const along = box.x + box.width * (0.15 + (0.7 * i) / 40);
      await page.mouse.move(along, y + 25 * Math.sin(i / 3));
    }
    await page.mouse.up();
    await settled(page);
  }
}

/** A part of the composition drawn by the render command, as 8-bit samples. */
async function drawn(data: string, id: string, scale: number, name: string) {
  const path = join(data, name);
  const args = ['apps/server/dist/render.js', id, path, '--scale', String(scale)];
  await promisify(execFile)(process.execPath, args, { env: { ...process.env, DIPLEX_DATA: data } });
  const picture = sharp(path, { limitInputPixels: false }).removeAlpha().raw();
  return picture.toBuffer({ resolveWithObject: true });
}

/** Every how many pixels of the full picture the preview has one. */
const FEWER = 4;

/** Mean difference of the composition drawn small, and drawn in full and then made small, of 255. */
async function previewDifference(folder: string, id: string): Promise<number> {
  const small = await drawn(folder, id, 1 / FEWER, 'small.png');
  const full = await drawn(folder, id, 1, 'full.png');
  const { width, height } = small.info;
  // Light is what adds up when pixels are made into fewer.
  const light = Float64Array.from({ length: 256 }, (_, v) => decodeExactly(v / 255));
  let sum = 0;
  for (let y = 0; y < height; y++) {
    for (let x = 0; x < width; x++) {
      for (let c = 0; c < 3; c++) {
        let mean = 0;
        for (let k = 0; k < FEWER * FEWER; k++) {
          const [u, v] = [x * FEWER + (k % FEWER), y * FEWER + Math.floor(k / FEWER)];
          mean += light[full.data[(v * full.info.width + u) * 3 + c] as number] as number;
        }
        const wanted = 255 * encodeExactly(mean / (FEWER * FEWER));
        sum += Math.abs(wanted - (small.data[(y * width + x) * 3 + c] as number));
      }
    }
  }
  return sum / (width * height * 3);
}

/** The same for amounts of steps: Levels at all depths, a blur and a glow in the middle. */
async function* stepRows(page: Page, size: string): AsyncGenerator<Row> {
  await page.getByRole('navigation', { name: 'Stages' }).getByText('Arrange').click();
  const take = async (at: number) => {
    await page.getByTestId('card').nth(at).locator('.flat').click();
    await settled(page);
  };
  for (const [words, at] of DEPTHS) {
    await take(at);
    await addStep(page, 'Levels');
    yield* sliderRows(page, 'Levels', /^Middle/, `on the ${words} layer, ${size}, 95 %`);
  }
  const [, [middle, at]] = DEPTHS;
  await take(at);
  for (const kind of ['Blur', 'Glow']) {
    await addStep(page, kind);
    yield* sliderRows(page, `size of ${kind}`, /^Size/, `on the ${middle} layer, ${size}, 95 %`);
    await page.getByRole('button', { name: `Take ${kind} out of the chain` }).click();
    await settled(page);
  }
}

/** How soon strokes of the brushes of Arrange are seen. */
export async function* brushRows(): AsyncGenerator<Row> {
  const { address, page, close } = await application(PORT);
  try {
    await opened(address, page);
    await page.getByRole('navigation', { name: 'Stages' }).getByText('Arrange').click();
    await settled(page);
    yield* strokesSeen(page, SIZE);
  } finally {
    await close();
  }
}

async function* strokesSeen(page: Page, size: string): AsyncGenerator<Row> {
  const tool = (name: string) =>
    page.getByRole('contentinfo').getByRole('button', { name, exact: true }).click();
  for (const name of ['Push', 'Paint']) {
    await page.getByTestId('card').nth(DEPTHS[2][1]).locator('.flat').click();
    await tool(name);
    await settled(page);
    await collected(page);
    await paint(page);
    const pixels = (await collected(page))['painted pixel'] ?? [];
    const on = `${name}, ${size}`;
    yield figure(`pointer to changed pixel, ${on}, median`, quantile(pixels, 0.5), 'ms', 16);
    yield figure(`pointer to changed pixel, ${on}, 95 %`, quantile(pixels, 0.95), 'ms', 50);
  }
}

/** Drags a layer whose corners were drawn out. */
async function* perspectiveRows(page: Page, size: string): AsyncGenerator<Row> {
  await page.getByTestId('card').nth(DEPTHS[1][1]).locator('.flat').click();
  await page.getByRole('contentinfo').getByRole('button', { name: 'Place', exact: true }).click();
  const corner = page.getByRole('textbox', { name: /^Corner across/ });
  await corner.fill('400');
  await corner.press('Enter');
  await settled(page);
  const box = await page.getByTestId('picture').boundingBox();
  if (!box) throw new Error('There is no picture.');
  const scripting = await scriptingOf(page, async () => {
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    for (let i = 1; i <= 120; i++) {
      await page.mouse.move(
        box.x + box.width / 2 + i,
        box.y + box.height / 2 + 20 * Math.sin(i / 9),
      );
    }
    await page.mouse.up();
    await settled(page);
  });
  const most = quantile(scripting.perFrame, 0.95);
  yield figure(`scripting in a frame, dragging in perspective, ${size}, 95 %`, most, 'ms', 16);
}

/** How the application answers, on a real server and in a real browser, with ten layers of 24 MP. */
export async function* interactiveRows(): AsyncGenerator<Row> {
  const { data, address, page, memory, close } = await application(PORT);
  try {
    const { id, seconds } = await opened(address, page);
    const size = SIZE;
    yield figure(`open ${size}: the whole picture in view, sharp`, seconds, 's', 1.5);
    await collected(page);
    await page.getByRole('navigation', { name: 'Stages' }).getByText('Arrange').click();
    await settled(page);
    await collected(page);
    for (const [words, at] of DEPTHS) {
      await page.getByTestId('card').nth(at).locator('.flat').click();
      await settled(page);
      const on = `on the ${words} layer, ${size}, 95 %`;
      yield* sliderRows(page, 'slider', /^Opacity/, on);
    }
    await page.getByRole('navigation', { name: 'Stages' }).getByText('Cut').click();
    await page.getByRole('contentinfo').getByRole('button', { name: 'Brush', exact: true }).click();
    await settled(page);
    await collected(page);
    const scripting = await scriptingOf(page, () => paint(page));
    const painted = await collected(page);
    const pixels = painted['painted pixel'] ?? [];
    yield figure(
      `scripting in a frame while painting, ${size}, 95 %`,
      quantile(scripting.perFrame, 0.95),
      'ms',
      16,
    );
    yield figure(`longest task of scripting while painting, ${size}`, scripting.longest, 'ms', 50);
    yield figure(`pointer to painted pixel, ${size}, median`, quantile(pixels, 0.5), 'ms', 16);
    yield figure(`pointer to painted pixel, ${size}, 95 %`, quantile(pixels, 0.95), 'ms', 50);
    yield figure('long tasks while painting', (painted['long task'] ?? []).length, '', 0);
    yield figure(`memory of the page, ${size}`, memory(), 'MB', 1536);
    yield* stepRows(page, size);
    yield* perspectiveRows(page, size);
    await page.close();
    const difference = await previewDifference(data, id);
    yield figure(
      'preview at a quarter against the export made as small, mean of 255',
      difference,
      'steps',
      0.5,
    );
  } finally {
    await close();
  }
}
