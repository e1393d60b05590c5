import { addLayer, groupLayers, type Layer, newId, setOpacity } from '@diplex/document';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from './composition-store';
import { useHand } from './hand-store';
import { keepLayerInHand } from './keep-in-hand';
import { keeper, openDocument, storage } from './keeper.test-support';

const page = () => useComposition.getState();
const inHand = () => useHand.getState().layer;
const hold = (layer: string) => useHand.getState().take({ layer });
let stop = () => {};

beforeEach(() => {
  vi.stubGlobal('localStorage', storage());
  const second: Layer = { ...keeper, id: 'b', name: 'Kettle' };
  openDocument();
  page().perform(addLayer, { layer: second, into: null, at: 1 });
  stop = keepLayerInHand();
});
afterEach(() => stop());

describe('the layer in hand', () => {
  it('becomes the one that undo and redo changed', () => {
    page().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    hold('b');
    page().undo();
    expect(inHand()).toBe('a');
    hold('b');
    page().redo();
    expect(inHand()).toBe('a');
  });

  it('stays where a step is made, and where it was changed itself', () => {
    hold('b');
    page().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    expect(inHand()).toBe('b');
    page().perform(setOpacity, { layer: 'b', opacity: 0.5 });
    page().undo();
    expect(inHand()).toBe('b');
  });

  it('stays a group whose layers were changed', () => {
    page().perform(groupLayers, { layers: ['a', 'b'], group: newId(), name: 'Both' });
    const group = page().composition.root[0] as string;
    page().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    hold(group);
    page().undo();
    expect(inHand()).toBe(group);
  });
});
