import { setOpacity } from '@diplex/document';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from './composition-store';
import { openDocument, storage } from './keeper.test-support';
import { inRun } from './runs';

const opacity = () => useComposition.getState().composition.layers.a?.opacity;
const steps = () => useComposition.getState().history.entries;
const press = (run: string, value: number) =>
  inRun(run, () => useComposition.getState().perform(setOpacity, { layer: 'a', opacity: value }));

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
  vi.useFakeTimers({ toFake: ['performance'] });
  openDocument();
});
afterEach(() => vi.useRealTimers());

describe('a run of presses', () => {
  it('is one step, undone and redone at once', () => {
    for (const value of [0.9, 0.8, 0.7]) press('keys', value);
    expect(steps()).toHaveLength(1);
    useComposition.getState().undo();
    expect(opacity()).toBe(1);
    useComposition.getState().redo();
    expect(opacity()).toBe(0.7);
  });

  it('goes under another identifier than what it goes on with, which may be saved already', () => {
    press('keys', 0.9);
    const [first] = steps();
    press('keys', 0.8);
    expect(steps()[0]?.id).not.toBe(first?.id);
  });

  it('ends with a pause, with another run, and with undo', () => {
    press('keys', 0.9);
    vi.advanceTimersByTime(3000);
    press('keys', 0.8);
    expect(steps()).toHaveLength(2);
    press('others', 0.7);
    expect(steps()).toHaveLength(3);
    useComposition.getState().undo();
    press('others', 0.6);
    expect(steps()).toHaveLength(3);
    useComposition.getState().undo();
    expect(opacity()).toBe(0.8);
  });

  it('takes no step that it did not make', () => {
    useComposition.getState().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    press('keys', 0.4);
    expect(steps()).toHaveLength(2);
    press('keys', 0.4);
    expect(steps()).toHaveLength(2);
  });
});
