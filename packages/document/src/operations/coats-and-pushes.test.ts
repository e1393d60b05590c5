import { describe, expect, it } from 'vitest';
import { coloursOf } from '../colours';
import {
  type Coat,
  type Composition,
  type Layer,
  laidOut,
  newComposition,
  type PaintContent,
  plainLayer,
  tiledOf,
} from '../composition';
import { placedAt } from '../geometry/placement';
import { EMPTY_HISTORY, goTo, record } from '../history';
import { contentBounds } from '../placing';
import { cropCanvas } from './crop-canvas';
import { layCoats, removeCoats, setCoat, setMeets } from './lay-coats';
import { linkLayers } from './link-layers';
import { OperationRefused, perform } from './operation';
import { pushPixels, removePush, setPush, setPushEdge } from './push-pixels';
import { setGrid, setGuides } from './set-guides';
import { setPerInch } from './set-per-inch';
import { setVanishing } from './set-vanishing';

const hash = (letter: string) => letter.repeat(64);
const red: Coat['lays'] = { by: 'colour', colour: { r: 200, g: 10, b: 20, alpha: 0.8 } };

const paint = plainLayer('p', 'Paint', { kind: 'paint', coats: [] }, placedAt({ x: 0, y: 0 }));
const photo = plainLayer(
  'a',
  'Keeper',
  { kind: 'photo', source: hash('f'), size: { width: 40, height: 20 } },
  placedAt({ x: 40, y: 50 }),
);
const scene = laidOut(newComposition('Coats', { width: 600, height: 400 }), [photo, paint]);

const coatsOf = (composition: Composition) =>
  (composition.layers.p as Layer & { content: PaintContent }).content.coats;

describe('coats', () => {
  const first = perform(scene, layCoats, {
    ...{ layer: 'p', way: 'Painted' },
    coats: [{ id: 'c', lays: red, tiles: { '0,0': hash('1') } }],
  });

  it('are begun, gone on with, and named in the history', () => {
    expect(first.entry?.words).toBe('Painted on Paint');
    const { composition } = perform(first.composition, layCoats, {
      ...{ layer: 'p', way: 'Painted' },
      coats: [
        { id: 'c', lays: red, tiles: { '1,0': hash('2') } },
        { id: 'd', lays: { by: 'nothing' }, tiles: { '-1,2': hash('3') } },
      ],
    });
    expect(coatsOf(composition)).toMatchObject([
      { id: 'c', strokes: 2, tiles: { '0,0': hash('1'), '1,0': hash('2') } },
      { id: 'd', strokes: 1, lays: { by: 'nothing' } },
    ]);
    // Tiles have 256 pixels a side; what was painted beside the canvas counts.
    const layer = composition.layers.p as Layer;
    expect(contentBounds(composition, layer)).toEqual({ x: -256, y: 0, width: 768, height: 768 });
    expect(tiledOf(composition).flatMap(({ tiles }) => Object.values(tiles))).toHaveLength(3);
  });

  it('are changed and taken away, and come back by undo', () => {
    const blue: Coat['lays'] = { by: 'colour', colour: { r: 0, g: 0, b: 255, alpha: 1 } };
    const changed = perform(first.composition, setCoat, { layer: 'p', coat: 'c', lays: blue });
    expect(coloursOf(changed.composition)).toEqual([{ r: 0, g: 0, b: 255, alpha: 1 }]);
    const gone = perform(changed.composition, removeCoats, { layer: 'p', coats: ['c'] });
    expect(coatsOf(gone.composition)).toEqual([]);
    const entries = [first.entry, changed.entry, gone.entry].flatMap((entry) => entry ?? []);
    const history = entries.reduce(record, EMPTY_HISTORY);
    expect(goTo(gone.composition, history, 1).composition).toEqual(first.composition);
  });

  it('that were laid together meet their surroundings together, and go together', () => {
    const taken = (id: string) => ({
      ...{ id, tiles: { '0,0': hash('1') } },
      lays: {
        ...{ by: 'taken' as const, from: 'behind' as const, onto: [1, 0, 0, 1, 5, 0] as const },
        ...{ meets: 1, together: 'spot' },
      },
    });
    const coats = [taken('a'), taken('b')];
    const laid = perform(scene, layCoats, { layer: 'p', coats, way: 'Smoothed over' }).composition;
    const half = perform(laid, setMeets, { layer: 'p', coats: ['a', 'b'], meets: 0.5 }).composition;
    expect(coatsOf(half).map(({ lays }) => lays.by === 'taken' && lays.meets)).toEqual([0.5, 0.5]);
    const { composition, entry } = perform(half, removeCoats, { layer: 'p', coats: ['a', 'b'] });
    expect(coatsOf(composition)).toEqual([]);
    expect(entry?.words).toBe('Took a coat off Paint');
  });

  it('are laid on paint layers only, and on none that is locked', () => {
    const coats = [{ id: 'c', lays: red, tiles: {} }];
    const lay = (on: Composition, layer: string) => () =>
      perform(on, layCoats, { layer, coats, way: 'Painted' });
    expect(lay(scene, 'a')).toThrow(/has no coats/);
    const locked = laidOut(scene, [{ ...paint, locked: true }]);
    expect(lay(locked, 'p')).toThrow(/locked/);
    expect(() => perform(scene, removeCoats, { layer: 'p', coats: ['x'] })).toThrow(
      OperationRefused,
    );
  });
});

describe('what is pushed', () => {
  const of = { layer: 'a' };
  const once = perform(scene, pushPixels, {
    ...{ of, tiles: { '0,0': hash('1') }, reach: 30, way: 'Dragged' },
  });

  it('gathers tiles, keeps the farthest reach and its amount', () => {
    expect(once.entry?.words).toBe('Dragged Keeper');
    const half = perform(once.composition, setPush, { of, amount: 0.5 });
    expect(half.entry?.words).toBe('Push of Keeper: 50 %');
    const { composition } = perform(half.composition, pushPixels, {
      ...{ of, tiles: { '1,0': hash('2') }, reach: 12, way: 'Twirled' },
    });
    expect(composition.layers.a?.push).toEqual({
      ...{ strokes: 2, reach: 30, amount: 0.5 },
      tiles: { '0,0': hash('1'), '1,0': hash('2') },
    });
    expect(perform(composition, removePush, { of }).composition.layers.a?.push).toBeNull();
  });

  it('has an amount only where there is something', () => {
    expect(() => perform(scene, setPush, { of, amount: 1 })).toThrow(/Nothing was pushed yet/);
  });

  it('says what becomes of the border of a photograph, and of nothing else', () => {
    const stays = perform(once.composition, setPushEdge, { layer: 'a', edge: 'stop' });
    expect(stays.entry?.words).toBe('The border of Keeper stays when it is pushed');
    expect(stays.composition.layers.a?.push).toMatchObject({ edge: 'stop', reach: 30 });
    const wraps = perform(stays.composition, setPushEdge, { layer: 'a', edge: 'wrap' });
    expect(wraps.entry?.words).toBe('The border of Keeper wraps round when it is pushed');
    const along = perform(wraps.composition, setPushEdge, { layer: 'a', edge: null });
    expect(along.composition.layers.a?.push?.edge).toBeNull();
    expect(() => perform(scene, setPushEdge, { layer: 'a', edge: 'stop' })).toThrow(
      /Nothing was pushed yet/,
    );
    const painted = perform(scene, pushPixels, {
      ...{ of: { layer: 'p' }, tiles: {}, reach: 3, way: 'Dragged' },
    }).composition;
    expect(() => perform(painted, setPushEdge, { layer: 'p', edge: 'wrap' })).toThrow(
      /Paint is no photograph/,
    );
  });
});

describe('lines of the scene', () => {
  const line = (y: number, to: number) => ({
    way: 'first' as const,
    ...{ from: { x: 0, y }, to: { x: 200, y: to } },
  });
  const both = perform(scene, setVanishing, { lines: [line(100, 150), line(300, 250)] });

  it('lay the horizon where they meet, in one step', () => {
    expect(both.entry?.words).toBe('Drew a vanishing line');
    expect(both.composition.horizon?.y).toBeCloseTo(200, 6);
    expect(both.composition.horizon?.tilt).toBe(0);
    const history = record(EMPTY_HISTORY, both.entry as NonNullable<typeof both.entry>);
    expect(goTo(both.composition, history, 0).composition).toEqual(scene);
  });

  it('leave it alone where they tell none, and when they are taken off', () => {
    const one = perform(scene, setVanishing, { lines: [line(100, 150)] });
    expect(one.composition.horizon ?? null).toBeNull();
    const off = perform(both.composition, setVanishing, { lines: [] });
    expect(off.entry?.words).toBe('Took vanishing lines off');
    expect(off.composition.horizon).toEqual(both.composition.horizon);
  });

  it('move with the scene when its canvas is cropped', () => {
    const frame = { x: 50, y: 20, width: 300, height: 300, turn: 0 };
    const cropped = perform(both.composition, cropCanvas, { frame }).composition;
    expect(cropped.vanishing?.[0]).toEqual({
      ...{ way: 'first', from: { x: -50, y: 80 }, to: { x: 150, y: 130 } },
    });
    expect(cropped.horizon?.y).toBeCloseTo(180, 6);
  });
});

describe('the resolution in print', () => {
  it('is said, and changes nothing that is drawn', () => {
    const { composition, entry } = perform(scene, setPerInch, { perInch: 240 });
    expect(entry?.words).toBe('Resolution to 240 pixels an inch');
    expect(composition).toEqual({ ...scene, canvas: { ...scene.canvas, perInch: 240 } });
  });
});

describe('links, guides and the grid', () => {
  it('are laid and taken away, in words', () => {
    const linked = perform(scene, linkLayers, { layers: ['a', 'p'], link: 'pair' });
    expect(linked.entry?.words).toBe('Linked 2 layers');
    expect(
      perform(linked.composition, linkLayers, { layers: ['a'], link: null }).entry?.words,
    ).toBe('Unlinked Keeper');
    const laid = perform(scene, setGuides, { guides: [{ axis: 'x', at: 9 }] });
    expect(laid.entry?.words).toBe('Laid a guide');
    const moved = perform(laid.composition, setGuides, { guides: [{ axis: 'x', at: 12 }] });
    expect(moved.entry?.words).toBe('Moved a guide');
    expect(perform(moved.composition, setGuides, { guides: [] }).entry?.words).toBe(
      'Took a guide away',
    );
    expect(perform(scene, setGrid, { grid: { step: 40 } }).entry?.words).toBe('Grid of 40 px');
  });
});
