import type { Contents } from './contents';

/** The composition with its history, its versions and all pixels, in one file that opens elsewhere. */
export const archive: Contents = {
  file: () => ({ ending: 'diplex', mediaType: 'application/zip' }),
  check: () => undefined,
  async write(_, { id, document, archives }, task) {
    await archives.write(id, task);
    return { ...document.canvas, remarks: [] };
  },
};
