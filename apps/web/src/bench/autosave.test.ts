import { newComposition, renameComposition } from '@diplex/document';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { ServerProblem } from '../link/problem';
import { server } from '../link/server';
import { flush, startAutosave } from './autosave';
import { sendBlob } from './blob-uploads';
import { useComposition } from './composition-store';

const store = () => useComposition.getState();
const rename = (title: string) => store().perform(renameComposition, { title });
const saved = (revision: number) => ({ id: 'c', revision, updatedAt: '2026-01-01T10:00:00Z' });

let stop: () => void;
beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal('window', { addEventListener: vi.fn(), removeEventListener: vi.fn() });
  const document = newComposition('Start', { width: 10, height: 10 });
  store().open({ ...saved(1), document, history: { entries: [], position: 0 } });
  stop = startAutosave();
});
afterEach(async () => {
  vi.spyOn(server, 'saveComposition').mockResolvedValue(saved(99));
  stop();
  await flush();
  vi.useRealTimers();
  vi.restoreAllMocks();
  vi.unstubAllGlobals();
});

describe('autosave', () => {
  it('saves within two seconds, even while changes keep coming', async () => {
    const save = vi.spyOn(server, 'saveComposition').mockResolvedValue(saved(2));
    for (let i = 0; i < 6; i++) {
      rename(`Title ${i}`);
      await vi.advanceTimersByTimeAsync(300);
    }
    expect(save).toHaveBeenCalled();
    await vi.advanceTimersByTimeAsync(2000);
    expect(store().savedState.kind).toBe('saved');
    const sent = save.mock.calls.flatMap(([, , change]) =>
      change.append.map((entry) => entry.words),
    );
    expect(sent).toHaveLength(6);
  });

  it('builds each save on the revision of the one before', async () => {
    const save = vi.spyOn(server, 'saveComposition');
    save.mockResolvedValueOnce(saved(2)).mockResolvedValueOnce(saved(3));
    rename('One');
    await vi.advanceTimersByTimeAsync(2000);
    rename('Two');
    await vi.advanceTimersByTimeAsync(2000);
    expect(save.mock.calls.map(([, revision]) => revision)).toEqual([1, 2]);
    expect(save.mock.calls[1]?.[2]).toMatchObject({ keep: 1, position: 2 });
  });

  it('sends undo as a position, without sending the steps again', async () => {
    const save = vi.spyOn(server, 'saveComposition').mockResolvedValue(saved(2));
    rename('One');
    await vi.advanceTimersByTimeAsync(2000);
    store().undo();
    await vi.advanceTimersByTimeAsync(2000);
    expect(save.mock.calls[1]?.[2]).toEqual({ keep: 1, append: [], position: 0 });
  });

  it('tries again when the server does not answer', async () => {
    const save = vi.spyOn(server, 'saveComposition');
    save.mockRejectedValueOnce(new ServerProblem(0, 'away')).mockResolvedValue(saved(2));
    rename('One');
    await vi.advanceTimersByTimeAsync(1500);
    expect(store().savedState).toEqual({ kind: 'failing', words: 'away' });
    await vi.advanceTimersByTimeAsync(3000);
    expect(store().savedState.kind).toBe('saved');
  });

  it('stops saving when another tab was first, and keeps the work', async () => {
    const save = vi.spyOn(server, 'saveComposition');
    save.mockRejectedValue(new ServerProblem(409, 'changed elsewhere'));
    rename('Mine');
    await vi.advanceTimersByTimeAsync(2000);
    expect(store().savedState.kind).toBe('stale');
    rename('Mine still');
    await vi.advanceTimersByTimeAsync(5000);
    expect(save).toHaveBeenCalledTimes(1);
    expect(store().composition.title).toBe('Mine still');
    store().setSaved({ savedState: { kind: 'changed' } });
  });

  it('sends blobs before the composition that names them', async () => {
    const order: string[] = [];
    vi.spyOn(server, 'putBlob').mockImplementation(async (hash) => void order.push(hash));
    vi.spyOn(server, 'saveComposition').mockImplementation(async () => {
      order.push('composition');
      return saved(2);
    });
    void sendBlob('tile', new Uint8Array(3));
    rename('One');
    await vi.advanceTimersByTimeAsync(2000);
    expect(order).toEqual(['tile', 'composition']);
  });

  it('does not save the composition when a blob cannot be sent', async () => {
    const put = vi.spyOn(server, 'putBlob').mockRejectedValueOnce(new ServerProblem(507, 'full'));
    const save = vi.spyOn(server, 'saveComposition').mockResolvedValue(saved(2));
    void sendBlob('tile', new Uint8Array(3));
    rename('One');
    await vi.advanceTimersByTimeAsync(1500);
    expect(save).not.toHaveBeenCalled();
    expect(store().savedState).toEqual({ kind: 'failing', words: 'full' });
    put.mockResolvedValue();
    await vi.advanceTimersByTimeAsync(3000);
    expect(store().savedState.kind).toBe('saved');
  });
});
