import { defineConfig } from '@playwright/test';

/** Another one where two runs are made at once. */
export const PORT = Number(process.env.DIPLEX_JOURNEY_PORT ?? 4390);

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
  globalSetup: './support/start-server.ts',
  // The journeys share one server, and rendering takes both cores: two at once take twice as long each.
  workers: 1,
  // What is waited for is an event; how long it takes is the machine's affair, which others may share.
  timeout: 300_000,
  expect: { timeout: 30_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_FILE ? [['list'], ['json']] : [['list']],
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: '/usr/bin/chromium', args: QUIET },
    screenshot: 'only-on-failure',
  },
});
