import type { Contents } from './contents';
import { checkFormat, checkSize, encoderOf, writePicture } from './write-picture';

/** The composition as it is seen. */
export const picture: Contents = {
  file: encoderOf,
  check(request, { document }) {
    checkFormat(request);
    checkSize(request, document.canvas);
  },
  write: (request, context, task) =>
    writePicture(request, context, { document: context.document, takes: 'colour' }, task),
};
