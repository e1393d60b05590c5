import type { Page } from '@playwright/test';
import { runToEnd } from '../../scripts/serve.mjs';
import { application, settled } from './application';
import { figure, type Row } from './row';

const PORT = 4392;
const TITLE = 'The Kettle Comet, poster A';

/** So many strokes are painted, every third is undone. */
const STROKES = 3000;

/** From this one on the page must not grow. */
const FULL_AFTER = 600;

/** A short stroke somewhere on the picture. */
async function stroke(page: Page, number: number): Promise<void> {
  const box = await page.getByTestId('canvas-ground').boundingBox();
  if (!box) throw new Error('There is no picture.');
  const x = box.x + box.width * (0.1 + (0.8 * ((number * 37) % 101)) / 101);
  const y = box.y + box.height * (0.1 + (0.8 * ((number * 53) % 89)) / 89);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 30, y + 12, { steps: 3 });
  await page.mouse.up();
}

/**
 * Gives a way to sweep away, in the page and its workers, what nobody holds any more: what only
 * waits to be swept is no growth.
 */
async function sweeper(page: Page): Promise<() => Promise<void>> {
  const session = await page.context().newCDPSession(page);
  const workers: string[] = [];
  const answers = new Map<number, () => void>();
  session.on('Target.attachedToTarget', ({ sessionId }) => workers.push(sessionId));
  session.on('Target.receivedMessageFromTarget', ({ message }) =>
    answers.get(JSON.parse(message).id)?.(),
  );
  await session.send('Target.setAutoAttach', {
    ...{ autoAttach: true, waitForDebuggerOnStart: false, flatten: false },
  });
  let asked = 0;
  const sweepWorker = async (sessionId: string) => {
    const id = ++asked;
    const answered = new Promise<void>((resolve) => answers.set(id, resolve));
    const message = JSON.stringify({ id, method: 'HeapProfiler.collectGarbage' });
    await session.send('Target.sendMessageToTarget', { sessionId, message });
    await answered;
  };
  return async () => {
    await session.send('HeapProfiler.collectGarbage');
    for (const worker of workers) await sweepWorker(worker);
  };
}

/** Whether a long day of painting leaves the page as large as it was after the first hour. */
export async function* memoryRows(): AsyncGenerator<Row> {
  const { address, page, memory, close } = await application(PORT);
  try {
    await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo'], {
      stdio: 'ignore',
      cwd: process.cwd(),
    });
    await page.goto(address);
    await page.getByLabel(`Open ${TITLE}`, { exact: true }).click();
    await settled(page);
    await page.getByRole('navigation', { name: 'Stages' }).getByText('Cut').click();
    await page.getByRole('contentinfo').getByRole('button', { name: 'Brush', exact: true }).click();
    await settled(page);
    const sweep = await sweeper(page);
    const used = async () => {
      await sweep();
      return memory();
    };
    let full = 0;
    for (let number = 1; number <= STROKES; number++) {
      await stroke(page, number);
      if (number % 3 === 0) await page.keyboard.press('Control+z');
      if (number % 10 === 0) await settled(page);
      if (number === FULL_AFTER) full = await used();
      if (number % 300 === 0)
        console.log(`  after ${number} strokes ${Math.round(await used())} MB`);
    }
    const growth = ((await used()) / full - 1) * 100;
    const what = `growth of the page from ${FULL_AFTER} to ${STROKES} strokes, every third undone, swept`;
    yield figure(what, growth, '%', 5);
  } finally {
    await close();
  }
}
