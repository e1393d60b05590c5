import type { RowsFile } from '../rows-file';
import { type Encoder, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';
import { encodedWithin } from './fit-bytes';

/** The longest side that the format can hold. */
export const WEBP_LONGEST = 16_383;

/**
 * Of larger pictures the encoder keeps no tokens (its effort 2): that takes a third of the memory and a fifth of the time, and files get
 * a hundredth larger.
 */
const WITH_TOKENS = 16e6;

function effortFor({ width, height }: RowsFile): number {
  return width * height > WITH_TOKENS ? 2 : 4;
}

export const webp: Encoder = {
  ...{ words: 'WebP', ending: 'webp', mediaType: 'image/webp' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    encodedWithin(path, settings, task, async (quality) => {
      const image = withMetadata(pictureOf(rows, settings, 'kept'), settings.metadata);
      const effort = effortFor(rows);
      const how = quality === 100 ? { lossless: true } : { quality };
      await image.webp({ ...how, effort }).toFile(path);
    }),
};
