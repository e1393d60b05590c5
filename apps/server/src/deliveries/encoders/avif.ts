import { fork } from 'node:child_process';
import type { RowsFile } from '../rows-file';
import type { Encoder, EncodeSettings } from './encoder';
import { encodedWithin } from './fit-bytes';

/** What the process that encodes is told. */
export interface AvifOrder {
  readonly rows: RowsFile;
  readonly path: string;
  readonly settings: EncodeSettings;
  readonly quality: number;
}

/** Seconds that a megapixel takes; learnt from each file, so that the next one's progress is told rightly. */
let perMegapixel = 2;

/** How often progress is told, in milliseconds. */
const TOLD_EVERY = 250;

/**
 * Encodes in a process of its own: its encoder says nothing until a tile is done, takes long, and can only be stopped with the
 * process that it runs in.
 */
function encodeApart(
  order: AvifOrder,
  signal: AbortSignal,
  progress: (share: number) => void,
): Promise<void> {
  const begun = Date.now();
  const megapixels = (order.rows.width * order.rows.height) / 1e6;
  // Few places to take memory from, so that what one tile gave back serves the next.
  const env = { ...process.env, MALLOC_ARENA_MAX: '2' };
  const program = new URL('./encode-avif.js', import.meta.url);
  const child = fork(program, { signal, env, execArgv: [] });
  const elapsed = () => (Date.now() - begun) / 1000;
  const timer = setInterval(() => {
    // Slower the nearer it comes to the end, so that it never stands there and waits.
    progress(1 - Math.exp((-1.5 * elapsed()) / (megapixels * perMegapixel)));
  }, TOLD_EVERY);
  return new Promise<void>((resolve, reject) => {
    let problem = 'the encoder ended without a word';
    child.on('message', (message: { done: true } | { share: number } | { problem: string }) => {
      if ('problem' in message) problem = message.problem;
      else if ('share' in message) {
        clearInterval(timer);
        progress(message.share);
      } else {
        perMegapixel = elapsed() / Math.max(0.1, megapixels);
        problem = '';
      }
    });
    child.on('error', reject);
    child.on('exit', () => {
      if (problem === '') resolve();
      else reject(new Error(`The AVIF could not be made: ${problem}.`));
    });
    child.send(order);
  }).finally(() => clearInterval(timer));
}

export const avif: Encoder = {
  ...{ words: 'AVIF', ending: 'avif', mediaType: 'image/avif' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    encodedWithin(path, settings, task, (quality) =>
      encodeApart({ rows, path, settings, quality }, task.signal, task.progress),
    ),
};
