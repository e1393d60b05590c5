import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { runToEnd, serve } from '../../scripts/serve.mjs';

/** Starts the built server on an empty folder and fills it with the demo. Returns how to end it. */
export default async function startServer(): Promise<() => void> {
  const data = mkdtempSync(join(tmpdir(), 'diplex-journeys-'));
  const { server, address } = await serve({ data, port: 4390 });
  const end = () => {
    server.kill('SIGKILL');
    rmSync(data, { recursive: true, force: true });
  };
  try {
    await runToEnd(process.execPath, ['apps/server/dist/seed.js', address, 'demo']);
  } catch (error) {
    end();
    throw error;
  }
  return end;
}
