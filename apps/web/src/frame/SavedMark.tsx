import { useNavigate } from 'react-router';
import { flush } from '../bench/autosave';
import { sendWaitingBlobs } from '../bench/blob-uploads';
import { useComposition } from '../bench/composition-store';
import { tellProblem } from '../bench/notice-store';
import { usePendingWork } from '../bench/pending-work';
import { wordsOf } from '../link/problem';
import { server } from '../link/server';

function clock(iso: string): string {
  return new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });
}

/** Whether the work is saved; what to do when another tab saved first. */
export function SavedMark() {
  const savedState = useComposition((state) => state.savedState);
  const pending = usePendingWork(({ open }) => open > 0);
  const navigate = useNavigate();
  const keepCopy = async () => {
    const { composition, history } = useComposition.getState();
    try {
      await sendWaitingBlobs();
      const title = `${composition.title} (kept copy)`.slice(0, 200);
      const { id } = await server.keepCopy(title, { ...composition, title }, history);
      navigate(`/c/${id}/arrange`);
    } catch (error) {
      tellProblem(wordsOf(error));
    }
  };
  const reload = async () => {
    const { id, open } = useComposition.getState();
    try {
      if (id) open(await server.composition(id));
    } catch (error) {
      tellProblem(wordsOf(error));
    }
  };
  if (savedState.kind === 'stale') {
    return (
      <span role="alert" className="flex items-center gap-2 text-warning">
        Changed in another tab: not saved here.
        <button type="button" className="btn btn-xs btn-secondary" onClick={reload}>
          Load that state
        </button>
        <button type="button" className="btn btn-xs btn-primary" onClick={keepCopy}>
          Keep mine as a copy
        </button>
      </span>
    );
  }
  if (savedState.kind === 'failing') {
    return (
      <span role="alert" title={savedState.words} className="flex items-center gap-2 text-warning">
        not saved, trying again
        <button type="button" className="btn btn-xs btn-secondary" onClick={() => void flush()}>
          Try now
        </button>
      </span>
    );
  }
  const words = {
    saved: savedState.kind === 'saved' && savedState.at ? `saved ${clock(savedState.at)}` : 'saved',
    changed: 'changed',
    saving: 'saving',
  }[pending && savedState.kind === 'saved' ? 'changed' : savedState.kind];
  return <span data-testid="saved">{words}</span>;
}
