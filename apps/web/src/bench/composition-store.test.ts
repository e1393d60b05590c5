import { renameComposition, renameLayer, setOpacity } from '@diplex/document';
import { beforeEach, describe, expect, it } from 'vitest';
import { shownComposition, useComposition } from './composition-store';
import { openDocument } from './keeper.test-support';
import { useNotices } from './notice-store';

const store = () => useComposition.getState();
const opacity = () => store().composition.layers.a?.opacity;
const words = () => store().history.entries.map((entry) => entry.words);
const problems = () => useNotices.getState().notices.length;

beforeEach(() => {
  openDocument();
  useNotices.setState({ notices: [] });
});

describe('the composition on the bench', () => {
  it('makes a step of each operation, and goes to and fro', () => {
    store().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    store().perform(setOpacity, { layer: 'a', opacity: 0.2 });
    expect(words()).toHaveLength(2);
    store().undo();
    expect(opacity()).toBe(0.5);
    store().goTo(0);
    expect(opacity()).toBe(1);
    // There is nothing before the beginning, nor after the end.
    store().undo();
    store().redo();
    store().redo();
    store().redo();
    expect(opacity()).toBe(0.2);
    expect(store().history.position).toBe(2);
  });

  it('a step after an undo takes the place of what was undone', () => {
    store().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    store().undo();
    store().perform(renameLayer, { layer: 'a', name: 'Pim' });
    expect(words()).toEqual(['Renamed Keeper to Pim']);
    store().redo();
    expect(opacity()).toBe(1);
  });

  it('what changes nothing is no step', () => {
    store().perform(setOpacity, { layer: 'a', opacity: 1 });
    expect(words()).toEqual([]);
  });

  it('what is tried out is seen and is no step; a step takes its place', () => {
    store().tryOut(setOpacity, { layer: 'a', opacity: 0.3 });
    expect(shownComposition().layers.a?.opacity).toBe(0.3);
    expect(opacity()).toBe(1);
    expect(words()).toEqual([]);
    store().perform(setOpacity, { layer: 'a', opacity: 0.4 });
    expect(store().preview).toBeNull();
    expect(shownComposition().layers.a?.opacity).toBe(0.4);
  });

  it('several operations are one step, which is undone as one', () => {
    const done = store().performAll('Made it Pim', (doing) => {
      doing(renameLayer, { layer: 'a', name: 'Pim' });
      doing(setOpacity, { layer: 'a', opacity: 0.5 });
    });
    expect(done).toBe(true);
    expect(words()).toEqual(['Made it Pim']);
    store().undo();
    expect(store().composition.layers.a).toMatchObject({ name: 'Keeper', opacity: 1 });
  });

  it('all of several operations or none: a refusal is told and changes nothing', () => {
    store().tryOut(setOpacity, { layer: 'a', opacity: 0.3 });
    const before = store().composition;
    const done = store().performAll('Made it Pim', (doing) => {
      doing(renameLayer, { layer: 'a', name: 'Pim' });
      doing(setOpacity, { layer: 'nobody', opacity: 0.5 });
    });
    expect(done).toBe(false);
    expect(store().composition).toBe(before);
    expect(store().preview).toBeNull();
    expect(words()).toEqual([]);
    expect(problems()).toBe(1);
  });

  it('the last two steps become one under the later one’s name, unless something was undone', () => {
    store().perform(setOpacity, { layer: 'a', opacity: 0.5 });
    store().perform(setOpacity, { layer: 'a', opacity: 0.2 });
    const [, later] = store().history.entries;
    store().undo();
    store().joinLast();
    expect(words()).toHaveLength(2);
    store().redo();
    store().joinLast();
    expect(store().history.entries.map(({ id }) => id)).toEqual([later?.id]);
    store().undo();
    expect(opacity()).toBe(1);
  });

  it('faults that are no refusals are not swallowed', () => {
    const broken = {
      ...renameComposition,
      change: () => {
        throw new TypeError('A fault.');
      },
    };
    expect(() => store().perform(broken, { title: 'B' })).toThrow('A fault.');
    expect(store().composition.title).toBe('Test');
  });
});
