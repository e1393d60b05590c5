import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runToEnd, serve, serveLibrary } from '../../scripts/serve.mjs';
import { PORT } from '../playwright.config';

/** The folder of the running server's data, as the journeys' own process knows it. */
export function journeyData(): string {
  const data = process.env.DIPLEX_JOURNEY_DATA;
  if (!data) throw new Error('The server was not started for the journeys.');
  return data;
}

/** Starts the built server on an empty folder and fills it with the demo. Returns how to end it. */
export default async function startServer(): Promise<() => void> {
  const data = mkdtempSync(join(tmpdir(), 'diplex-journeys-'));
  process.env.DIPLEX_JOURNEY_DATA = data;
  const running: ChildProcess[] = [];
  const end = () => {
    for (const one of running) one.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true, maxRetries: 5 });
  };
  try {
    const library = await serveLibrary({ port: 0 });
    running.push(library.server);
    const env = { DIPLEX_LIBRARY: library.address };
    const { server, address } = await serve({ data, port: PORT, env });
    running.push(server);
    await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  } catch (error) {
    end();
    throw error;
  }
  return end;
}
