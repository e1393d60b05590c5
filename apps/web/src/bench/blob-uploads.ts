import { server } from '../link/server';

/** Blobs that are sent at the same time. */
const AT_ONCE = 6;

const waiting = new Map<string, Uint8Array>();

/** What else is done with blobs while they wait. */
interface Keeper {
  keep(hash: string, bytes: Uint8Array): Promise<void>;
  forget(hash: string): Promise<void>;
}

let keeper: Keeper | null = null;

/** Has blobs kept elsewhere, too, until they have arrived. */
export function setBlobKeeper(next: Keeper | null): void {
  keeper = next;
}

/**
 * Sends a blob; until it has arrived, no composition that names it is saved.
 * @returns when it is kept, so that a reload does not lose it
 */
export async function sendBlob(hash: string, bytes: Uint8Array): Promise<void> {
  waiting.set(hash, bytes);
  await keeper?.keep(hash, bytes);
}

/** Whether a blob has not arrived at the server yet. */
export function blobWaits(hash: string): boolean {
  return waiting.has(hash);
}

/** Sends all blobs that wait. What fails keeps waiting, and the failure is thrown. */
export async function sendWaitingBlobs(): Promise<void> {
  const hashes = [...waiting.keys()];
  const lane = async () => {
    for (let hash = hashes.shift(); hash; hash = hashes.shift()) {
      const bytes = waiting.get(hash);
      if (bytes) await server.putBlob(hash, bytes);
      waiting.delete(hash);
      void keeper?.forget(hash);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, lane));
}
