import { type Encoder, pictureOf } from './encoder';
import { withMetadata } from './file-metadata';

export const png: Encoder = {
  ...{ words: 'PNG', ending: 'png', mediaType: 'image/png' },
  ...{ depths: [8, 16], quality: 'whole', grey: 'held' },
  async encode(rows, path, settings) {
    const image = pictureOf(rows, settings, 'kept');
    await withMetadata(image, settings.metadata).png({ compressionLevel: 6 }).toFile(path);
  },
};
