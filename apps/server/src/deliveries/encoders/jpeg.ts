import { type Encoder, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';
import { encodedWithin } from './fit-bytes';

/** Above so many pixels codes are not fitted to the picture: for that all of it would be held. */
const FITTED = 40_000_000;

/** From this quality on colours are kept as fine as lightness, unless it is said otherwise. */
const FINE = 90;

export const jpeg: Encoder = {
  ...{ words: 'JPEG', ending: 'jpg', mediaType: 'image/jpeg' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    encodedWithin(path, settings, task, async (quality) => {
      const chromaSubsampling = settings.subsampling ?? (quality >= FINE ? '4:4:4' : '4:2:0');
      const image = withMetadata(pictureOf(rows, settings, 'laid'), settings.metadata);
      const optimiseCoding = rows.width * rows.height <= FITTED;
      await image.jpeg({ quality, chromaSubsampling, optimiseCoding }).toFile(path);
    }),
};
