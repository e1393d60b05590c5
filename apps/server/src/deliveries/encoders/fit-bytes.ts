import { stat } from 'node:fs/promises';
import { Problem } from '../../problems/problem';
import type { EncodeSettings, EncodeTask } from './encoder';

const LEAST_QUALITY = 1;

/**
 * Encodes at the quality that is asked for, or at the best one at which the file has no more bytes than allowed. Throws a
 * Problem when it has more at the least quality.
 */
export async function encodedWithin(
  path: string,
  { quality, mostBytes }: EncodeSettings,
  { signal, progress }: EncodeTask,
  encode: (quality: number) => Promise<void>,
): Promise<void> {
  const bytesAt = async (tried: number) => {
    signal.throwIfAborted();
    await encode(tried);
    return (await stat(path)).size;
  };
  const bytes = await bytesAt(quality);
  if (mostBytes === undefined || bytes <= mostBytes) return;
  let [fits, over] = [0, quality];
  let last = quality;
  for (let tries = 1; over - fits > 1; tries++) {
    last = Math.floor((fits + over) / 2);
    if ((await bytesAt(last)) <= mostBytes) fits = last;
    else over = last;
    progress(Math.min(0.95, tries / 7));
  }
  if (fits < LEAST_QUALITY) {
    const kilobytes = Math.round(mostBytes / 1000);
    throw new Problem(
      'invalid-request',
      `Not even at the least quality does the picture fit into ${kilobytes} kB. Make it smaller in pixels, or allow more bytes.`,
    );
  }
  if (last !== fits) await bytesAt(fits);
}
