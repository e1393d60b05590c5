import type { ChildProcess } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runToEnd, serve, serveLibrary } from '../../scripts/serve.mjs';
import { FIRST_PORT, LANE, LANES } from '../playwright.config';

/** What tells the journeys' own processes where a lane's data lie. */
const dataOf = (lane: number): string => `DIPLEX_JOURNEY_DATA_${lane}`;

/** The folder of the data of the server that this process's journeys use. */
export function journeyData(): string {
  const data = process.env[dataOf(LANE)];
  if (!data) throw new Error('The server was not started for the journeys.');
  return data;
}

/** Starts a built server on an empty folder and fills it with the demo. Returns how to end it. */
async function startServer(lane: number): Promise<() => void> {
  const data = mkdtempSync(join(tmpdir(), 'diplex-journeys-'));
  process.env[dataOf(lane)] = data;
  const running: ChildProcess[] = [];
  const end = () => {
    for (const one of running) one.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true, maxRetries: 5 });
  };
  try {
    const library = await serveLibrary({ port: 0 });
    running.push(library.server);
    const env = { DIPLEX_LIBRARY: library.address };
    const { server, address } = await serve({ data, port: FIRST_PORT + lane, env });
    running.push(server);
    await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  } catch (error) {
    end();
    throw error;
  }
  return end;
}

/** A server for each lane. Returns how to end them; where one cannot start, none is left. */
export default async function startServers(): Promise<() => void> {
  const lanes = Array.from({ length: LANES }, (_, lane) => startServer(lane));
  const started = await Promise.allSettled(lanes);
  const end = () => {
    for (const one of started) if (one.status === 'fulfilled') one.value();
  };
  const failed = started.find((one) => one.status === 'rejected');
  if (failed) {
    end();
    throw failed.reason;
  }
  return end;
}
