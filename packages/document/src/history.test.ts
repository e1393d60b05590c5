import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  addLayer,
  addMask,
  addPart,
  applyChange,
  BLEND_MODES,
  type Composition,
  changeBetween,
  duplicateLayer,
  EMPTY_HISTORY,
  goTo,
  groupLayers,
  type History,
  joinedEntry,
  type Layer,
  linkMask,
  type Mask,
  moveLayers,
  newComposition,
  type Operation,
  OperationRefused,
  paintPart,
  perform,
  placedAt,
  plainLayer,
  record,
  removeLayer,
  removeMask,
  setBlending,
  setCanvasSize,
  setOpacity,
  setPart,
  setPlacement,
  turnMaskRound,
  ungroupLayers,
  validateComposition,
} from './index';

const HASH = 'a'.repeat(64);

interface State {
  composition: Composition;
  history: History;
}

function act<Args>(state: State, operation: Operation<Args>, args: Args): State {
  const { composition, entry } = perform(state.composition, operation, args);
  return entry ? { composition, history: record(state.history, entry) } : state;
}

function photo(id: string, x: number): Layer {
  const content = { kind: 'photo' as const, source: HASH, size: { width: 40, height: 30 } };
  return plainLayer(id, `Layer ${id}`, content, placedAt({ x, y: 20 }));
}

function maskWithPaint(id: string): Mask {
  const part = {
    ...{ id: `${id}-p`, kind: 'painted' as const, name: 'Painted', shown: true, feather: 0 },
    ...{ combine: 'replace' as const, inverted: false, strokes: 0, tiles: {} },
  };
  return { id, name: 'Mask', startsFrom: 'full', parts: [part], feather: 0 };
}

/** One of the groups among layers, or none. */
function groupAt(layers: readonly Layer[], pick: number): string | null {
  const groups = layers.filter((layer) => layer.content.kind === 'group');
  return groups[pick % (groups.length + 1)]?.id ?? null;
}

/** How many names were given so far. */
let named = 0;

/** One random step, chosen by number so that shrinking works; steps that do not apply change nothing. */
function step(state: State, kind: number, pick: number, value: number): State {
  const layers = Object.values(state.composition.layers);
  const masks = Object.values(state.composition.masks);
  const layer = layers[pick % Math.max(1, layers.length)];
  const mask = masks[pick % Math.max(1, masks.length)];
  // Not by the history's length: after going back it has been that long before.
  const fresh = `n${++named}`;
  const choices: (() => State)[] = [
    () => act(state, addLayer, { layer: photo(fresh, value) }),
    () => (layer ? act(state, removeLayer, { layers: [layer.id] }) : state),
    () => (layer ? act(state, duplicateLayer, { layer: layer.id, copy: fresh }) : state),
    () =>
      layer && layer.content.kind !== 'group'
        ? act(state, moveLayers, {
            layers: [layer.id],
            into: groupAt(layers, value),
            at: value % 5,
          })
        : state,
    () => {
      const chosen = layers.filter((_, i) => (value >> (i % 5)) & 1).map(({ id }) => id);
      if (chosen.length === 0) return state;
      return act(state, groupLayers, { layers: chosen, group: fresh, name: 'Group' });
    },
    () =>
      layer?.content.kind === 'group' ? act(state, ungroupLayers, { group: layer.id }) : state,
    () => (layer ? act(state, setOpacity, { layer: layer.id, opacity: value / 100 }) : state),
    () =>
      layer
        ? act(state, setBlending, {
            layer: layer.id,
            blending: BLEND_MODES[value % BLEND_MODES.length] ?? 'normal',
          })
        : state,
    () =>
      layer
        ? act(state, setPlacement, {
            layer: layer.id,
            placement: { ...layer.placement, x: value, turn: value * 3 },
          })
        : state,
    () =>
      layer && !layer.maskUse
        ? act(state, addMask, { layer: layer.id, mask: maskWithPaint(fresh) })
        : state,
    () => (layer?.maskUse ? act(state, removeMask, { layer: layer.id }) : state),
    () =>
      layer?.maskUse
        ? act(state, linkMask, { layer: layer.id, linked: !layer.maskUse.linked })
        : state,
    () => (layer?.maskUse ? act(state, turnMaskRound, { layer: layer.id }) : state),
    () => {
      const part = mask?.parts[0];
      if (!mask || part?.kind !== 'painted') return state;
      const tiles = { [`${value % 4},0`]: HASH };
      return act(state, paintPart, { mask: mask.id, part: part.id, tiles, way: 'hide' });
    },
    () => act(state, setCanvasSize, { width: 100 + value, height: 80 }),
  ];
  return choices[kind % choices.length]?.() ?? state;
}

const start = (): State => ({
  composition: newComposition('Test', { width: 100, height: 80 }),
  history: EMPTY_HISTORY,
});

const steps = fc.array(fc.tuple(fc.nat(50), fc.nat(10), fc.nat(100)), { maxLength: 40 });

describe('undo and redo', () => {
  it('lead back to the very same values, step by step, for any operations', () => {
    fc.assert(
      fc.property(steps, (sequence) => {
        let state = start();
        const values = [state.composition];
        for (const [kind, pick, value] of sequence) {
          const next = step(state, kind, pick, value);
          if (next !== state) values.push(next.composition);
          state = next;
        }
        const end = state.composition;
        for (let position = values.length - 1; position >= 0; position--) {
          const there = goTo(end, state.history, position);
          expect(there.composition).toEqual(values[position]);
          const again = goTo(there.composition, there.history, values.length - 1);
          expect(again.composition).toEqual(end);
        }
      }),
      { numRuns: 60 },
    );
  });

  it('keep working through JSON, as after closing the browser', () => {
    fc.assert(
      fc.property(steps, (sequence) => {
        let state = start();
        for (const [kind, pick, value] of sequence) state = step(state, kind, pick, value);
        const stored = JSON.parse(JSON.stringify(state)) as State;
        const back = goTo(stored.composition, stored.history, 0).composition;
        expect(back).toEqual(start().composition);
        expect(validateComposition(stored.composition)).toEqual(state.composition);
      }),
      { numRuns: 60 },
    );
  });

  it('are saved as the shortest change, from any saved point to any later one', () => {
    fc.assert(
      fc.property(steps, steps, fc.nat(20), (first, second, undone) => {
        let state = start();
        for (const [kind, pick, value] of first) state = step(state, kind, pick, value);
        const saved = state;
        const back = Math.max(0, state.history.position - undone);
        state = goTo(state.composition, state.history, back);
        for (const [kind, pick, value] of second) state = step(state, kind, pick, value);
        const change = changeBetween(saved.history, state.history);
        const result = applyChange(saved.composition, saved.history, change);
        expect(result.composition).toEqual(state.composition);
        expect(result.history).toEqual(state.history);
      }),
      { numRuns: 60 },
    );
  });

  it('refuses a change that does not fit the saved history', () => {
    const change = { keep: 3, append: [], position: 3 };
    expect(() => applyChange(start().composition, EMPTY_HISTORY, change)).toThrow(RangeError);
    const beyond = { keep: 0, append: [], position: 1 };
    expect(() => applyChange(start().composition, EMPTY_HISTORY, beyond)).toThrow(RangeError);
  });
});

describe('operations', () => {
  it('refuse to change a locked layer and name it', () => {
    const locked = { ...photo('a', 10), name: 'Keeper', locked: true };
    const { composition } = act(start(), addLayer, { layer: locked });
    const change = () => perform(composition, setOpacity, { layer: 'a', opacity: 0.5 });
    expect(change).toThrow(OperationRefused);
    expect(change).toThrow('Keeper is locked');
  });

  it('say what they did', () => {
    const state = act(start(), addLayer, { layer: { ...photo('a', 10), name: 'Keeper' } });
    const { entry } = perform(state.composition, setOpacity, { layer: 'a', opacity: 0.4 });
    expect(entry?.words).toBe('Opacity of Keeper to 40 %');
  });

  it('leave no step in the history when nothing changes', () => {
    const state = act(start(), addLayer, { layer: photo('a', 10) });
    expect(perform(state.composition, setOpacity, { layer: 'a', opacity: 1 }).entry).toBeNull();
  });

  it('unlink and link a mask without moving anything', () => {
    let state = act(start(), addLayer, { layer: photo('a', 10) });
    state = act(state, addMask, { layer: 'a', mask: maskWithPaint('m') });
    state = act(state, setPlacement, {
      layer: 'a',
      placement: { ...placedAt({ x: 33, y: 21 }), turn: 30, scaleX: 2, mirrorAcross: true },
    });
    const linked = state.composition.layers.a?.maskUse?.lies;
    state = act(state, linkMask, { layer: 'a', linked: false });
    state = act(state, linkMask, { layer: 'a', linked: true });
    const again = state.composition.layers.a?.maskUse?.lies;
    again?.forEach((number, at) => {
      expect(number).toBeCloseTo(linked?.[at] ?? Number.NaN, 9);
    });
  });

  it('take a mask away with its last layer only', () => {
    let state = act(start(), addLayer, { layer: photo('a', 10) });
    state = act(state, addMask, { layer: 'a', mask: maskWithPaint('m') });
    const sharing = { ...photo('b', 5), maskUse: state.composition.layers.a?.maskUse ?? null };
    state = act(state, addLayer, { layer: sharing });
    state = act(state, removeLayer, { layers: ['a'] });
    expect(Object.keys(state.composition.masks)).toHaveLength(1);
    state = act(state, removeLayer, { layers: ['b'] });
    expect(state.composition.masks).toEqual({});
  });

  it('give a part its settings and nothing else', () => {
    let state = act(start(), addLayer, { layer: photo('a', 10) });
    state = act(state, addMask, { layer: 'a', mask: maskWithPaint('m') });
    const before = state.composition.masks.m?.parts[0];
    const box = { ...(before as object), id: 'b', kind: 'box', x: 0, y: 0, width: 5, height: 5 };
    state = act(state, addPart, { mask: 'm', part: box as never });
    state = act(state, setPart, { mask: 'm', part: 'b', settings: { combine: 'subtract' } });
    expect(state.composition.masks.m?.parts).toEqual([before, { ...box, combine: 'subtract' }]);
  });
});

describe('several entries as one', () => {
  it('are undone and redone together, the last first', () => {
    const begun = act(start(), addLayer, { layer: photo('a', 10) });
    let after = act(begun, setOpacity, { layer: 'a', opacity: 0.5 });
    after = act(after, setOpacity, { layer: 'a', opacity: 0.25 });
    after = act(after, addLayer, { layer: photo('b', 5) });
    const entries = after.history.entries.slice(begun.history.position);
    const joined = joinedEntry(entries, 'All of it');
    if (!joined) throw new Error('There were entries.');
    expect(joined.words).toBe('All of it');
    const history = record(begun.history, joined);
    const undone = goTo(after.composition, history, begun.history.position);
    expect(undone.composition).toEqual(begun.composition);
    const redone = goTo(undone.composition, undone.history, history.position);
    expect(redone.composition).toEqual(after.composition);
  });

  it('are none where nothing was done', () => {
    expect(joinedEntry([], 'Nothing')).toBeNull();
  });
});
