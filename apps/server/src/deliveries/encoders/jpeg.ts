import { type Encoder, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';
import { encodedWithin } from './fit-bytes';

/** From this quality on colours are kept as fine as lightness, unless it is said otherwise. */
const FINE = 90;

export const jpeg: Encoder = {
  ...{ words: 'JPEG', ending: 'jpg', mediaType: 'image/jpeg' },
  ...{ depths: [8], quality: 'chosen', grey: 'not held' },
  encode: (rows, path, settings, task) =>
    encodedWithin(path, settings, task, async (quality) => {
      const chromaSubsampling = settings.subsampling ?? (quality >= FINE ? '4:4:4' : '4:2:0');
      const image = withMetadata(pictureOf(rows, settings, 'laid'), settings.metadata);
      await image.jpeg({ quality, chromaSubsampling }).toFile(path);
    }),
};
