import { server } from '../link/server';

const waiting = new Map<string, Uint8Array>();

/** Marks a blob to be sent before the composition that names it is saved. */
export function sendBlob(hash: string, bytes: Uint8Array): void {
  waiting.set(hash, bytes);
}

/** Sends all blobs that wait. What fails keeps waiting, and the failure is thrown. */
export async function sendWaitingBlobs(): Promise<void> {
  for (const [hash, bytes] of [...waiting]) {
    await server.putBlob(hash, bytes);
    waiting.delete(hash);
  }
}
