import busboy from 'busboy';
import type { Request } from 'express';
import { Problem } from '../problems/problem';
import { type BlobStore, type Incoming, TooManyBytes } from '../storage/blob-store';

/** One file of a multipart request: received whole, or refused. */
export interface ReceivedFile {
  readonly name: string;
  readonly incoming: Incoming | Problem;
}

/** Reads the `files` fields of a multipart request, one file after another, to disk. */
export async function receiveFiles(
  request: Request,
  blobs: BlobStore,
  limit: number,
): Promise<ReceivedFile[]> {
  if (!request.is('multipart/form-data')) {
    throw new Problem(
      'invalid-request',
      'Send files as multipart/form-data, in the field "files".',
    );
  }
  const form = busboy({ headers: request.headers, defParamCharset: 'utf8' });
  const files: Promise<ReceivedFile>[] = [];
  form.on('file', (field, stream, { filename }) => {
    const name = filename || 'unnamed file';
    if (field !== 'files') {
      stream.resume();
      return;
    }
    const received = blobs
      .receive(stream, limit)
      .catch((error: unknown) => {
        if (!(error instanceof TooManyBytes)) throw error;
        const most = Math.floor(limit / 2 ** 20);
        const detail = `${name} has more than ${most} MB. Make it smaller, or raise the limit.`;
        return new Problem('file-too-large', detail, { file: name });
      })
      .then((incoming) => ({ name, incoming }));
    // A failure is looked at when all files are in; until then it must not count as unhandled.
    received.catch(() => undefined);
    files.push(received);
  });
  await new Promise<void>((resolve, reject) => {
    form.on('close', resolve);
    form.on('error', reject);
    request.on('aborted', () => reject(new Problem('invalid-request', 'The upload broke off.')));
    request.pipe(form);
  }).catch(async (error) => {
    for (const file of await Promise.allSettled(files)) {
      if (file.status !== 'fulfilled' || file.value.incoming instanceof Problem) continue;
      await blobs.discard(file.value.incoming);
    }
    throw error instanceof Problem
      ? error
      : new Problem('invalid-request', `The upload cannot be read: ${(error as Error).message}`);
  });
  return Promise.all(files);
}
