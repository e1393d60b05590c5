import { addPart, type Layer, type Mask, type PaintedPart } from '@diplex/document';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';
import { keeper, openDocument, storage } from './keeper.test-support';
import { takeLayer } from './take-layer';

const part = (id: string): PaintedPart => ({
  ...{ id, kind: 'painted', name: id, shown: true, combine: 'replace', feather: 0 },
  ...{ inverted: false, strokes: 1, tiles: {} },
});
const mask: Mask = {
  ...{ id: 'm', name: 'Mask', startsFrom: 'full', parts: [part('p'), part('q')], feather: 0 },
};
const maskUse = {
  ...{ mask: 'm', linked: true, turnedRound: false },
  lies: [1, 0, 0, 1, 0, 0] as const,
};
const other: Layer = { ...keeper, id: 'b', name: 'Kettle' };

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
  openDocument({ layers: [{ ...keeper, maskUse }, other], masks: [mask] });
  useHand.getState().take({ layer: 'a', part: null });
});

describe('taking a layer in hand', () => {
  it('takes up the part of its mask that was worked on last', () => {
    useHand.getState().take({ part: 'p' });
    takeLayer('b');
    expect(useHand.getState()).toMatchObject({ layer: 'b', part: null });
    takeLayer('a');
    expect(useHand.getState()).toMatchObject({ layer: 'a', part: 'p' });
  });

  it('takes no part that is gone', () => {
    useComposition.getState().perform(addPart, { mask: 'm', part: part('r') });
    useHand.getState().take({ part: 'r' });
    takeLayer('b');
    useComposition.getState().undo();
    takeLayer('a');
    expect(useHand.getState().part).toBeNull();
  });
});
