import { readFile, rm, writeFile } from 'node:fs/promises';
import { alphaChunk, fillBeneath, webpWithAlpha } from '@diplex/formats';
import { Problem } from '../../problems/problem';
import { type RowsFile, RowsWriter, stripsOf } from '../rows-file';
import { type Encoder, type EncodeSettings, type EncodeTask, isLarge, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';
import { encodedWithin } from './fit-bytes';

/** The longest side that the format can hold. */
export const WEBP_LONGEST = 16_383;

/** The format has half a megabyte for how the blocks of a picture are predicted; what needs more cannot be encoded. */
function tooMuch({ width, height }: RowsFile): Problem {
  return new Problem(
    'invalid-request',
    `The picture of ${width} × ${height} pixels has more in it than one WebP can hold. Make it smaller, or deliver it as AVIF or JPEG.`,
  );
}

async function encode(rows: RowsFile, path: string, quality: number, settings: EncodeSettings) {
  const image = withMetadata(pictureOf(rows, settings, 'kept'), settings.metadata);
  // Without tokens (effort 2) it takes a third of the memory and a fifth of the time, and files get a hundredth larger.
  const effort = isLarge(rows) ? 2 : 4;
  const how = quality === 100 ? { lossless: true } : { quality };
  try {
    await image.webp({ ...how, effort }).toFile(path);
  } catch (error) {
    throw isLarge(rows) && /unable to encode/.test(String(error)) ? tooMuch(rows) : error;
  }
}

async function* alphaOf(rows: RowsFile, signal: AbortSignal): AsyncGenerator<Uint8Array> {
  for await (const strip of stripsOf(rows)) {
    signal.throwIfAborted();
    const alpha = new Uint8Array(strip.length / 4);
    for (let p = 0; p < alpha.length; p++) alpha[p] = strip[p * 4 + 3] as number;
    for (let at = 0; at < alpha.length; at += rows.width) yield alpha.subarray(at, at + rows.width);
  }
}

/** The rows without alpha, with fitting colours where nothing shows. */
async function opaqueRows(rows: RowsFile, path: string, signal: AbortSignal): Promise<RowsFile> {
  const { width, space } = rows;
  const writer = await RowsWriter.open(path, { width, channels: 4, bits: 8, space });
  try {
    for await (const strip of stripsOf(rows)) {
      signal.throwIfAborted();
      fillBeneath(strip as Uint8Array, width);
      await writer.take(strip);
    }
    return await writer.end(true);
  } finally {
    await writer.close();
  }
}

/** Colours and alpha apart, so that the encoder does not hold the alpha of all the picture. */
async function encodeApart(
  rows: RowsFile,
  path: string,
  settings: EncodeSettings,
  task: EncodeTask,
): Promise<void> {
  const beneath = `${path}.beneath`;
  try {
    const alpha = await alphaChunk(rows.width, () => alphaOf(rows, task.signal));
    const opaque = await opaqueRows(rows, beneath, task.signal);
    await encodedWithin(path, settings, task, async (quality) => {
      await encode(opaque, path, quality, settings);
      await writeFile(path, webpWithAlpha(await readFile(path), alpha, rows));
    });
  } finally {
    await rm(beneath, { force: true });
  }
}

export const webp: Encoder = {
  ...{ words: 'WebP', ending: 'webp', mediaType: 'image/webp' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    isLarge(rows) && !rows.opaque && settings.quality < 100
      ? encodeApart(rows, path, settings, task)
      : encodedWithin(path, settings, task, (quality) => encode(rows, path, quality, settings)),
};
