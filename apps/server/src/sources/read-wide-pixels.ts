import { setImmediate as othersTurn } from 'node:timers/promises';
import type { SourceLevel } from '@diplex/core';
import { allocateBytes } from '@diplex/engine';
import { pixelsBetween } from '@diplex/formats';
import sharp from 'sharp';
import { brokenPicture, type PictureFacts, readPixels } from './read-picture';

/** Samples of 8 bits are shifted into 16, which leaves them this much too small. */
const SHIFTED = 257 / 256;

/** So many samples are converted at a time; whole pixels of three and of four. */
const SLICE = 12 * 2 ** 18;

type ReadFacts = Pick<PictureFacts, 'bits' | 'channels' | 'plainValues'>;

/**
 * Decodes a picture in Display P3: upright, straight alpha, 16 bits, in shared memory. What a file in a wide profile
 * shows beyond sRGB is kept; what is in sRGB stays what it is.
 * @throws Problem when the pixels are damaged
 */
export async function readWidePixels(
  path: string,
  name: string,
  facts: ReadFacts,
): Promise<SourceLevel> {
  const convertible =
    !facts.plainValues &&
    (await sharp(path, { limitInputPixels: false }).metadata()).space !== 'cmyk';
  if (!convertible) {
    const { data, ...level } = await readPixels(path, name, facts);
    const wide = new Uint16Array(allocateBytes(data.length * 2));
    for (let at = 0; at < data.length; at += SLICE) {
      const [part, into] = [data.subarray(at, at + SLICE), wide.subarray(at, at + SLICE)];
      pixelsBetween({ from: 'srgb', to: 'p3' }, part, level.channels, into);
      // Others are answered in between: a large photograph takes seconds.
      await othersTurn();
    }
    return { ...level, data: wide };
  }
  const tagged = facts.bits === 16 ? path : await widened(path, name, facts.channels);
  // Samples of 16 bits with a profile are brought into Display P3 by what reads them.
  let pipeline = sharp(tagged, { limitInputPixels: false, failOn: 'warning' })
    .autoOrient()
    .toColourspace('rgb16');
  pipeline = facts.channels === 4 ? pipeline.ensureAlpha() : pipeline.removeAlpha();
  const { data, info } = await pipeline
    .raw({ depth: 'ushort' })
    .toBuffer({ resolveWithObject: true })
    .catch((error: Error) => {
      throw brokenPicture(name, error);
    });
  const memory = allocateBytes(data.length);
  new Uint8Array(memory).set(data);
  const { width, height, channels } = info;
  return { width, height, channels: channels as 3 | 4, data: new Uint16Array(memory) };
}

/** The picture in its own profile with samples of 16 bits, upright. */
async function widened(path: string, name: string, channels: 3 | 4): Promise<Buffer> {
  return sharp(path, { limitInputPixels: false, failOn: 'warning' })
    .autoOrient()
    .pipelineColourspace('rgb16')
    .keepIccProfile()
    .linear(new Array(channels).fill(SHIFTED), new Array(channels).fill(0))
    .toColourspace('rgb16')
    .tiff({ compression: 'none', bigtiff: true })
    .toBuffer()
    .catch((error: Error) => {
      throw brokenPicture(name, error);
    });
}
