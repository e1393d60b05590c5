import { applyChange, changeBetween, type HistoryChange } from '@diplex/document';
import { validateComposition } from '@diplex/steps';
import { createStore, del, entries, set } from 'idb-keyval';
import type { LoadedComposition } from '../link/server';
import { sendBlob } from './blob-uploads';
import { useComposition } from './composition-store';

/**
 * What is not saved yet, kept by the browser: the change of a composition at once, so that a reload in the same moment
 * finds it, and the tiles that it names in a database that holds more.
 */
interface Kept {
  /** The revision that the change begins from. */
  readonly revision: number;
  readonly change: HistoryChange;
}

const keyOf = (id: string) => `diplex-unsaved-${id}`;

/** Keeps the change of the open composition. Answers whether the browser had room for it. */
function keepChange(): boolean {
  const { id, revision, history, savedHistory } = useComposition.getState();
  if (!id) return true;
  try {
    if (history === savedHistory) localStorage.removeItem(keyOf(id));
    else {
      const kept: Kept = { revision, change: changeBetween(savedHistory, history) };
      localStorage.setItem(keyOf(id), JSON.stringify(kept));
    }
    return true;
  } catch {
    return false;
  }
}

let allKept = true;

/** Whether everything that is not saved could be kept by the browser. */
export function isKept(): boolean {
  return allKept;
}

/** Keeps every change until it is saved. Returns a way to end it. */
export function keepUnsaved(): () => void {
  return useComposition.subscribe((now, before) => {
    const same = now.history === before.history && now.savedHistory === before.savedHistory;
    if (now.id === before.id && !same) allKept = keepChange();
  });
}

function keptOf(id: string): Kept | null {
  try {
    const text = localStorage.getItem(keyOf(id));
    return text ? (JSON.parse(text) as Kept) : null;
  } catch {
    return null;
  }
}

export type Unsaved =
  | { readonly kind: 'none' }
  /** What was kept, on what the server has. */
  | Readonly<{ kind: 'found' } & Pick<LoadedComposition, 'document' | 'history'>>
  /** Something was kept that began from another state than the server's. */
  | { readonly kind: 'passed over' };

/** What of a composition was never saved, laid over what the server has of it. */
export function unsavedOf({ id, revision, document, history }: LoadedComposition): Unsaved {
  const kept = keptOf(id);
  if (!kept) return { kind: 'none' };
  const known = new Set(history.entries.map((entry) => entry.id));
  const { append } = kept.change;
  // It arrived, and only the answer was not heard any more.
  const arrived = append.length > 0 && append.every((entry) => known.has(entry.id));
  if (arrived && kept.change.position === history.position) {
    localStorage.removeItem(keyOf(id));
    return { kind: 'none' };
  }
  if (kept.revision !== revision) return { kind: 'passed over' };
  try {
    const { composition, history: whole } = applyChange(
      validateComposition(document),
      history,
      kept.change,
    );
    return { kind: 'found', document: composition, history: whole };
  } catch {
    return { kind: 'passed over' };
  }
}

/** Forgets what was kept of a composition. */
export function forgetUnsaved(id: string): void {
  localStorage.removeItem(keyOf(id));
}

const blobs = () => createStore('diplex-unsaved', 'blobs');

/** Keeps a tile until it has arrived; a browser without a database goes without. */
export async function keepBlob(hash: string, bytes: Uint8Array): Promise<void> {
  await set(hash, bytes, blobs()).catch(() => undefined);
}

export async function forgetBlob(hash: string): Promise<void> {
  await del(hash, blobs()).catch(() => undefined);
}

/** Has the tiles wait to be sent again that never arrived. */
export async function bringBackBlobs(): Promise<void> {
  const all = await entries<string, Uint8Array>(blobs()).catch(() => []);
  for (const [hash, bytes] of all) void sendBlob(hash, bytes);
}
