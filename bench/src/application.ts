import { readFileSync } from 'node:fs';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { serve } from '../../scripts/serve.mjs';
import { familyOf, memoryOf } from './process-memory';

/** A running application of its own and a page to open it in. */
export interface Application {
  /** Folder of its data. */
  readonly data: string;
  readonly address: string;
  readonly page: Page;
  /** Memory in use by the process that shows the page, in MB. */
  memory(): number;
  /** Ends both and takes the data away. */
  close(): Promise<void>;
}

export async function settled(page: Page): Promise<void> {
  await page.waitForSelector('canvas[data-settled="true"]', { timeout: 120_000 });
}

/** Memory in use by the largest process of a browser that shows pages, in bytes. */
function pageMemory(browserPid: number): number {
  const used = familyOf(browserPid).map((pid) => {
    try {
      const shows = readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('--type=renderer');
      return shows ? memoryOf(pid) : 0;
    } catch {
      // It ended meanwhile.
      return 0;
    }
  });
  return Math.max(0, ...used);
}

/** Starts the built server on empty data, and a browser. */
export async function application(port: number): Promise<Application> {
  const data = await mkdtemp(join(tmpdir(), 'diplex-bench-'));
  const { server, address } = await serve({ data, port, folder: process.cwd() });
  const browser = await chromium.launchServer({
    executablePath: '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu', '--disable-background-networking'],
  });
  const connection = await chromium.connect(browser.wsEndpoint());
  const page = await connection.newPage({ viewport: { width: 1280, height: 800 } });
  return {
    data,
    address,
    page,
    memory: () => pageMemory(browser.process().pid ?? 0) / 2 ** 20,
    async close() {
      await browser.close();
      server.kill('SIGTERM');
      await rm(data, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
    },
  };
}
