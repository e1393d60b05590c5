import { setOpacity } from '@diplex/document';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { LoadedComposition } from '../link/server';
import { useComposition } from './composition-store';
import { openDocument, storage } from './keeper.test-support';
import { forgetUnsaved, isKept, keepUnsaved, unsavedOf } from './unsaved';

const store = () => useComposition.getState();
const fade = (opacity: number) => store().perform(setOpacity, { layer: 'a', opacity });

/** A browser's storage, which may have no room. */
function roomy() {
  const kept = storage();
  const browser = {
    ...{ ...kept, full: false },
    setItem(key: string, value: string) {
      if (browser.full) throw new Error('QuotaExceededError');
      kept.setItem(key, value);
    },
  };
  return browser;
}

let browser: ReturnType<typeof roomy>;
let onServer: LoadedComposition;
let stop: () => void;

beforeEach(() => {
  browser = roomy();
  vi.stubGlobal('localStorage', browser);
  openDocument();
  const { composition: document, history } = store();
  onServer = { id: 'c', revision: 1, updatedAt: '', document, history };
  stop = keepUnsaved();
});
afterEach(() => {
  stop();
  vi.unstubAllGlobals();
});

describe('what is not saved yet', () => {
  it('is found when the composition is opened again, on what the server has of it', () => {
    fade(0.5);
    fade(0.25);
    const found = unsavedOf(onServer);
    expect(found.kind).toBe('found');
    if (found.kind !== 'found') return;
    expect(found.document.layers.a?.opacity).toBe(0.25);
    expect(found.history.entries).toHaveLength(2);
  });

  it('is nothing once it was saved, or when the last step was undone again', () => {
    fade(0.5);
    const { history } = store();
    store().setSaved({ revision: 2, savedHistory: history });
    expect(unsavedOf({ ...onServer, revision: 2 }).kind).toBe('none');
    fade(0.25);
    expect(unsavedOf({ ...onServer, revision: 2, history }).kind).toBe('found');
  });

  it('is nothing when it arrived, and only the answer was not heard any more', () => {
    fade(0.5);
    const { composition: document, history } = store();
    expect(unsavedOf({ ...onServer, revision: 2, document, history }).kind).toBe('none');
    // And it is not looked for again.
    expect(unsavedOf(onServer).kind).toBe('none');
  });

  it('is passed over, and kept, when the composition was saved from elsewhere since', () => {
    fade(0.5);
    expect(unsavedOf({ ...onServer, revision: 7 }).kind).toBe('passed over');
    expect(unsavedOf(onServer).kind).toBe('found');
    forgetUnsaved('c');
    expect(unsavedOf(onServer).kind).toBe('none');
  });

  it('is known not to be kept when the browser has no room, until it has again', () => {
    browser.full = true;
    fade(0.5);
    expect(isKept()).toBe(false);
    browser.full = false;
    fade(0.25);
    expect(isKept()).toBe(true);
    expect(unsavedOf(onServer).kind).toBe('found');
  });

  it('that cannot be read is nothing', () => {
    browser.setItem('diplex-unsaved-c', '{"revision": 1, "chan');
    expect(unsavedOf(onServer).kind).toBe('none');
  });
});
