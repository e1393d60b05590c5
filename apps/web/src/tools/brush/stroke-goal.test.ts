import type { Brush } from '@diplex/core';
import { type Mask, maskById, type PaintedPart } from '@diplex/document';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from '../../bench/composition-store';
import { useHand } from '../../bench/hand-store';
import { maskInHand } from '../../bench/mask-in-hand';
import { keeper, openKeeper, storage } from '../page.test-support';
import { fringeGoal, partGoal } from './stroke-goal';

const BRUSH: Brush = {
  ...{ radius: 9, softness: 0, strength: 1, flow: 1, pressure: 'none', value: 1 },
};
const TILE = 'b'.repeat(64);
const painted: PaintedPart = {
  ...{ id: 'p', kind: 'painted', name: 'Painted', shown: true, combine: 'replace', feather: 0 },
  ...{ inverted: false, strokes: 2, tiles: { '0,0': 'a'.repeat(64) } },
};
const mask: Mask = { id: 'm', name: 'Mask', startsFrom: 'full', parts: [painted], feather: 0 };
const use = {
  ...{ mask: 'm', linked: true, turnedRound: false },
  lies: [1, 0, 0, 1, 0, 0] as const,
};

function openMasked(change: Partial<Mask> = {}): void {
  openKeeper({ layers: [{ ...keeper, maskUse: use }], masks: [{ ...mask, ...change }] });
}

function target() {
  const found = maskInHand();
  if (!found) throw new Error('The keeper is in hand.');
  return found;
}

const now = () => useComposition.getState().composition;

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
});

describe('a stroke on a mask', () => {
  it('goes on with the nearest part when that was painted', () => {
    openMasked();
    const goal = partGoal(target(), BRUSH);
    expect([goal.part, goal.tiles]).toEqual(['p', painted.tiles]);
    const tried = maskById(goal.preview(now(), { '1,0': TILE }), 'm');
    expect(tried?.parts[0]).toMatchObject({ tiles: { ...painted.tiles, '1,0': TILE } });
    expect(maskById(now(), 'm')?.parts[0]).toEqual(painted);
    goal.commit({ '1,0': TILE });
    expect(maskById(now(), 'm')?.parts).toMatchObject([{ id: 'p', strokes: 3 }]);
  });

  it('makes a part of its own where none is painted, or that is hidden', () => {
    openMasked({ parts: [{ ...painted, shown: false }] });
    const goal = partGoal(target(), { ...BRUSH, value: 0 });
    goal.commit({ '1,0': TILE });
    const parts = maskById(now(), 'm')?.parts ?? [];
    expect(parts).toHaveLength(2);
    expect(parts[1]).toMatchObject({ name: 'Painted 2', strokes: 1, tiles: { '1,0': TILE } });
    expect(useHand.getState().part).toBe(parts[1]?.id);
  });

  it('begins a mask: full when it hides first, empty when it shows', () => {
    for (const [value, startsFrom] of [
      [0, 'full'],
      [1, 'empty'],
    ] as const) {
      openKeeper();
      partGoal(target(), { ...BRUSH, value }).commit({ '0,0': TILE });
      expect(Object.values(now().masks)).toMatchObject([{ startsFrom, parts: [{ strokes: 1 }] }]);
    }
  });

  it('remembers that it solved what is sheer, and has the fringe cleaned', () => {
    openMasked();
    const work = { does: 'sheer' as const, dense: [], behind: [], spared: [], range: 0.1 };
    partGoal(target(), { ...BRUSH, work }).commit({ '1,0': TILE });
    expect(maskById(now(), 'm')).toMatchObject({ parts: [{ sheer: 1 }] });
    expect(now().layers.a?.edge).toEqual({ fringe: 1 });
  });
});

describe('a stroke on a fringe', () => {
  it('says where it is cleaned and leaves the parts as they are', () => {
    openMasked();
    const goal = fringeGoal(target().layer, BRUSH);
    expect([goal.part, goal.tiles]).toEqual([null, {}]);
    const tried = goal.preview(now(), { '0,0': TILE }).layers.a;
    expect(tried?.edge.fringeBrushed).toEqual({ strokes: 1, tiles: { '0,0': TILE } });
    expect(now().layers.a?.edge.fringeBrushed).toBeUndefined();
    goal.commit({ '0,0': TILE });
    const after = maskById(now(), 'm');
    expect(now().layers.a?.edge.fringeBrushed?.tiles).toEqual({ '0,0': TILE });
    expect(after?.parts).toEqual([painted]);
  });
});
