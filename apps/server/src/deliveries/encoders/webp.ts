import { type Encoder, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';
import { encodedWithin } from './fit-bytes';

/** The longest side that the format can hold. */
export const WEBP_LONGEST = 16_383;

export const webp: Encoder = {
  ...{ words: 'WebP', ending: 'webp', mediaType: 'image/webp' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    encodedWithin(path, settings, task, async (quality) => {
      const image = withMetadata(pictureOf(rows, settings, 'kept'), settings.metadata);
      await image.webp(quality === 100 ? { lossless: true } : { quality }).toFile(path);
    }),
};
