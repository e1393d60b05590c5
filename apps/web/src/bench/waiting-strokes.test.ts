import type { Brush } from '@diplex/core';
import { newComposition, renameComposition } from '@diplex/document';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';
import { storage } from './keeper.test-support';
import {
  keepStroke,
  type StrokeBeginning,
  strokeBeginning,
  strokesAreKept,
  strokesLeftWaiting,
} from './waiting-strokes';

const BRUSH: Brush = {
  ...{ radius: 20, softness: 0, strength: 1, flow: 1 },
  ...{ pressure: 'none', value: 0 },
};
const POINTS = [{ x: 1, y: 2, pressure: 1 }];

const store = () => useComposition.getState();

/** One without room for anything more. */
const full = () => ({
  ...storage(),
  setItem() {
    throw new Error('QuotaExceededError');
  },
});

function begun(): StrokeBeginning {
  useHand.getState().take({ stage: 'cut', layer: 'keeper', part: 'p' });
  return strokeBeginning({ size: 3, set: () => undefined }, BRUSH) as StrokeBeginning;
}

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
  const document = newComposition('Start', { width: 10, height: 10 });
  const saved = { id: 'c', revision: 1, updatedAt: '2026-01-01T10:00:00Z' };
  store().open({ ...saved, document, history: { entries: [], position: 0 } });
});
afterEach(() => vi.unstubAllGlobals());

it('finds strokes in the order in which they were drawn, with what was in hand and set', () => {
  const first = begun();
  keepStroke('one', first, POINTS);
  keepStroke('two', { ...first, brush: { ...BRUSH, value: 1 } }, POINTS);
  const [one, two] = strokesLeftWaiting();
  expect(one).toMatchObject({ id: 'one', tool: first.tool, points: POINTS, settings: { size: 3 } });
  expect(one?.hand).toMatchObject({ layer: 'keeper', part: 'p' });
  expect(two).toMatchObject({ id: 'two', brush: { value: 1 } });
});

it('forgets a stroke that became a step, and no other', () => {
  const forget = keepStroke('one', begun(), POINTS);
  keepStroke('two', begun(), POINTS);
  forget();
  expect(strokesLeftWaiting().map(({ id }) => id)).toEqual(['two']);
});

it('goes on waiting when another one becomes a step before it', () => {
  const forget = keepStroke('one', begun(), POINTS);
  keepStroke('two', begun(), POINTS);
  store().perform(renameComposition, { title: 'The step of the first' });
  forget();
  expect(strokesLeftWaiting().map(({ id }) => id)).toEqual(['two']);
});

it('drops what was drawn on a state that is none of the past of the one that was opened', () => {
  store().perform(renameComposition, { title: 'One' });
  keepStroke('one', begun(), POINTS);
  expect(strokesLeftWaiting()).toHaveLength(1);
  store().undo();
  expect(strokesLeftWaiting()).toEqual([]);
  expect(localStorage.getItem('diplex-strokes-c')).toBeNull();
});

it('knows of a stroke that the browser had no room for until that is a step', () => {
  vi.stubGlobal('localStorage', full());
  const forget = keepStroke('one', begun(), POINTS);
  expect(strokesAreKept()).toBe(false);
  forget();
  expect(strokesAreKept()).toBe(true);
});
