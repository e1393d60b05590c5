import { defineConfig } from '@playwright/test';

/** Journeys that run at once, each beside a server of its own: a journey spends a third of its time waiting. */
export const LANES = 2;

/** Where the first lane's server listens; the next one's port follows. Another where two runs are made at once. */
export const FIRST_PORT = Number(process.env.DIPLEX_JOURNEY_PORT ?? 4390);

/** The lane that this process works in. */
export const LANE = Number(process.env.TEST_PARALLEL_INDEX ?? 0);

/** Switches that keep Chromium from looking for anything outside this machine. */
const QUIET = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
];

export default defineConfig({
  testDir: 'journeys',
  outputDir: '../test-results/journeys',
  globalSetup: './support/start-servers.ts',
  workers: LANES,
  timeout: 180_000,
  // A machine that two lanes share answers late at times.
  expect: { timeout: 30_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_FILE ? [['list'], ['json']] : [['list']],
  use: {
    baseURL: `http://127.0.0.1:${FIRST_PORT + LANE}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', args: QUIET },
    screenshot: 'only-on-failure',
  },
});
