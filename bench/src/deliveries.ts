import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Composition } from '@diplex/document';
import { makeLargeComposition } from '../../demo/large-composition';
import { serve } from '../../scripts/serve.mjs';
import { familyOf, memoryOf } from './process-memory';
import { figure, type Row } from './row';

const PORT = 4394;
/** As it is delivered. */
const SIZE = { width: 11_600, height: 8700 };
/** Server, workers and encoders together, in MB. */
const MOST_MEMORY = 1536;
const LOOKS_EVERY_MS = 100;

/** What is delivered, by what it is called. */
const FILES: readonly (readonly [string, object])[] = [
  ['PNG, 8 bits', { format: 'png', bits: 8 }],
  ['PNG, 16 bits', { format: 'png', bits: 16 }],
  ['JPEG', { format: 'jpeg' }],
  ['JPEG at half size', { format: 'jpeg', size: { by: 'percent', value: 50 } }],
  ['WebP', { format: 'webp' }],
  ['AVIF', { format: 'avif' }],
  ['TIFF, 16 bits', { format: 'tiff', bits: 16 }],
  ['TIFF, floats', { format: 'tiff', bits: 32, space: 'linear' }],
  ['OpenRaster', { contents: 'openraster' }],
];

interface Job {
  readonly id: string;
  readonly state: string;
  readonly problem: string | null;
  readonly delivery: string | null;
}

/** A running server and how much memory it takes, with its workers and encoders. */
interface Delivering {
  ask<Body>(method: string, path: string, body?: unknown): Promise<Body>;
  memory(): number;
}

/** Waits for a job; gives the most memory that was seen meanwhile, in MB. */
export async function ended(
  { ask, memory }: Delivering,
  job: Job,
): Promise<Job & { most: number }> {
  let most = memory();
  for (;;) {
    await new Promise((resolve) => setTimeout(resolve, LOOKS_EVERY_MS));
    most = Math.max(most, memory());
    const now = await ask<Job>('GET', `jobs/${job.id}`);
    if (now.state === 'running') continue;
    if (now.problem) throw new Error(now.problem);
    return { ...now, most };
  }
}

/** Starts the built server alone on empty data, hands it over, and takes all away again. */
export async function* withServer<Result>(
  port: number,
  use: (server: Delivering & { readonly address: string }) => AsyncGenerator<Result>,
): AsyncGenerator<Result> {
  const data = await mkdtemp(join(tmpdir(), 'diplex-bench-'));
  const { server, address } = await serve({ data, port, folder: process.cwd() });
  const ask = async <Body>(method: string, path: string, body?: unknown): Promise<Body> => {
    const answer = await fetch(`${address}/api/${path}`, {
      ...{ method, headers: { 'Content-Type': 'application/json' } },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${path}: ${await answer.text()}`);
    return (await answer.json()) as Body;
  };
  const memory = () =>
    familyOf(server.pid ?? 0).reduce((sum, pid) => sum + memoryOf(pid), 0) / 2 ** 20;
  try {
    yield* use({ ask, memory, address });
  } finally {
    server.kill('SIGTERM');
    await rm(data, { recursive: true, force: true, maxRetries: 10, retryDelay: 200 });
  }
}

/** The large composition, ten layers, on a canvas of a hundred megapixels that they cover. */
async function hundredMegapixels({ ask, address }: Delivering & { address: string }) {
  const small = await makeLargeComposition(address, 'demo', 'Large');
  const { document } = await ask<{ document: Composition }>('GET', `compositions/${small}`);
  const times = SIZE.width / document.canvas.width;
  const layers = Object.entries(document.layers).map(([id, layer]) => {
    const { x, y, scaleX, scaleY } = layer.placement;
    const placement = {
      ...layer.placement,
      ...{ x: x * times, y: y * times, scaleX: scaleX * times, scaleY: scaleY * times },
    };
    return [id, { ...layer, placement }];
  });
  const canvas = { ...document.canvas, ...SIZE };
  const large = { ...document, canvas, layers: Object.fromEntries(layers) };
  const made = await ask<{ id: string }>('POST', 'compositions', { document: large });
  return made.id;
}

/** How much memory a delivery of 101 MP takes at most, in each format, and how long. */
export function deliveryRows(): AsyncGenerator<Row> {
  return withServer(PORT, async function* (server) {
    const id = await hundredMegapixels(server);
    for (const [words, file] of FILES) {
      const from = Date.now();
      const request = { revision: 1, files: [{ contents: 'picture', ...file }] };
      const job = await server.ask<Job>('POST', `compositions/${id}/deliveries`, request);
      const { most, delivery } = await ended(server, job);
      const seconds = Math.round((Date.now() - from) / 1000);
      yield figure(
        `memory of the server, 101 MP as ${words}, ${seconds} s`,
        most,
        'MB',
        MOST_MEMORY,
      );
      if (delivery) await server.ask('DELETE', `deliveries/${delivery}`).catch(() => undefined);
    }
  });
}
