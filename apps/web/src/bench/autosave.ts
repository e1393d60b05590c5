import { changeBetween } from '@diplex/document';
import { ServerProblem, wordsOf } from '../link/problem';
import { server } from '../link/server';
import { sendWaitingBlobs } from './blob-uploads';
import { useComposition } from './composition-store';
import { leavesWorkUndone, workSettled } from './pending-work';
import { isKept, keepUnsaved } from './unsaved';
import { strokesAreKept } from './waiting-strokes';

/** A change is saved after this pause, and at the latest after LONGEST_WAIT, both in milliseconds. */
const PAUSE = 500;
const LONGEST_WAIT = 1400;
/** How long to wait before trying again when the server does not answer. */
const RETRY = 2000;

let timer: ReturnType<typeof setTimeout> | undefined;
let firstChange = 0;
let saving: Promise<void> = Promise.resolve();

function unsaved(): boolean {
  const { history, savedHistory } = useComposition.getState();
  return history !== savedHistory;
}

async function saveNow(): Promise<void> {
  const { id, revision, history, savedHistory, savedState, setSaved } = useComposition.getState();
  if (!id || !unsaved() || savedState.kind === 'stale') return;
  setSaved({ savedState: { kind: 'saving' } });
  const change = changeBetween(savedHistory, history);
  try {
    await sendWaitingBlobs();
    const saved = await server.saveComposition(id, revision, change);
    if (useComposition.getState().id !== id) return;
    const kind = useComposition.getState().history === history ? 'saved' : 'changed';
    setSaved({
      ...{ revision: saved.revision, savedHistory: history },
      savedState: kind === 'saved' ? { kind, at: saved.updatedAt } : { kind },
    });
    if (kind === 'changed') schedule();
  } catch (error) {
    if (useComposition.getState().id !== id) return;
    const stale = error instanceof ServerProblem && error.status === 409;
    setSaved({ savedState: { kind: stale ? 'stale' : 'failing', words: wordsOf(error) } });
    if (!stale) timer = setTimeout(() => void flush(), RETRY);
  }
}

function schedule(): void {
  clearTimeout(timer);
  const now = Date.now();
  if (firstChange === 0) firstChange = now;
  const wait = Math.max(0, Math.min(PAUSE, firstChange + LONGEST_WAIT - now));
  timer = setTimeout(() => void flush(), wait);
}

/** Saves what is not saved yet, after whatever is being saved or kept already. */
export function flush(): Promise<void> {
  clearTimeout(timer);
  firstChange = 0;
  saving = saving.then(workSettled).then(saveNow);
  return saving;
}

/** Saves soon what was not saved when the page was left. */
export function saveSoon(): void {
  useComposition.getState().setSaved({ savedState: { kind: 'changed' } });
  schedule();
}

/** Saves every change of the open composition soon after it was made. Returns a way to end it. */
export function startAutosave(): () => void {
  const stopWatching = useComposition.subscribe((now, before) => {
    if (now.history === before.history || now.id !== before.id || !unsaved()) return;
    if (now.savedState.kind === 'stale') return;
    if (now.savedState.kind === 'saved') now.setSaved({ savedState: { kind: 'changed' } });
    schedule();
  });
  const stopKeeping = keepUnsaved();
  const warn = (event: BeforeUnloadEvent) => {
    const lost = leavesWorkUndone() || !strokesAreKept() || (unsaved() && !isKept());
    if (lost) event.preventDefault();
  };
  window.addEventListener('beforeunload', warn);
  return () => {
    stopWatching();
    stopKeeping();
    window.removeEventListener('beforeunload', warn);
    void flush();
  };
}
