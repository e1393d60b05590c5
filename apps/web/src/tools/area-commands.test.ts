import { type Layer, maskOf, type OutlinePart } from '@diplex/document';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import { useComposition } from '../bench/composition-store';
import { useHand } from '../bench/hand-store';
import { keepLayerInHand } from '../bench/keep-in-hand';
import { maskInHand } from '../bench/mask-in-hand';
import {
  areaFromShelf,
  areaInUse,
  areaOfAll,
  divideByArea,
  fillArea,
  keepArea,
  maskByArea,
  nudgeArea,
  putAreaAway,
  turnAreaRound,
} from './area-commands';
import { boxTool } from './frame/frame-tool';
import { addShapeOf, convertToPainted } from './lay-commands';
import { copyLayer, hasCopiedLayer, pasteLayer } from './layer-clipboard';
import { keeper, openKeeper, storage, told } from './page.test-support';
import {
  hasPoints,
  nudgePoint,
  pointInHand,
  removePoint,
  stepThroughPoints,
} from './points-in-hand';
import { addTones } from './tones/tones-tool';

const TILES = { '0,0': 'b'.repeat(64) };
const asked: string[] = [];

// What is laid is worked out by the engine; here only what becomes of it is looked at.
vi.mock('../picks/lay-coverage', () => ({
  gridOf: () => ({ toComposition: [1, 0, 0, 1, 0, 0], size: { width: 400, height: 200 } }),
  canvasGrid: () => ({ toComposition: [1, 0, 0, 1, 0, 0], size: { width: 400, height: 200 } }),
  layCoverage: (words: string, _onto: unknown, _from: unknown, keep: (tiles: object) => void) => {
    asked.push(words);
    keep(TILES);
  },
}));

const now = () => useComposition.getState().composition;
const layers = () => now().root.map((id) => now().layers[id] as Layer);
const masks = () => Object.values(now().masks);
const at = (x: number, y: number) => ({
  ...{ x, y, pressure: 1, shift: false, alt: false, otherButton: false },
});

function drawBox(): void {
  boxTool.begin(at(40, 40));
  boxTool.move([at(160, 120)]);
  boxTool.end(at(160, 120));
}

/** A box drawn as the area; the tools make masks again. */
function withArea(): void {
  useHand.getState().take({ makes: 'area' });
  drawBox();
  useHand.getState().take({ makes: 'part', part: null });
}

beforeEach(() => {
  asked.length = 0;
  vi.stubGlobal('localStorage', storage());
  openKeeper();
});

describe('the area', () => {
  it('is made by any tool, on pixels of the canvas, and the mask stays as it was', () => {
    withArea();
    expect(now().area).toMatchObject({ inUse: true, turnedRound: false });
    expect(masks()).toMatchObject([
      { name: 'Area', size: { width: 400, height: 200 }, parts: [{ kind: 'box', x: 40 }] },
    ]);
    expect(layers()[0]?.maskUse).toBeNull();
    useHand.getState().take({ makes: 'area' });
    drawBox();
    expect(masks()[0]?.parts).toHaveLength(2);
  });

  it('made of tones looks at the layer in hand', () => {
    useHand.getState().take({ makes: 'area' });
    addTones('lights');
    expect(masks()[0]?.parts[0]).toMatchObject({ kind: 'tones', of: { layer: 'a' } });
    expect(useHand.getState().view).toBe('composition');
  });

  it('is put away, taken up again, turned round and nudged, each as one step', () => {
    withArea();
    putAreaAway();
    expect(areaInUse()).toBe(false);
    useHand.getState().take({ makes: 'area' });
    expect(maskInHand()?.mask).toBeUndefined();
    putAreaAway();
    turnAreaRound();
    nudgeArea(3, -2);
    expect(now().area).toMatchObject({ inUse: true, turnedRound: true, lies: [1, 0, 0, 1, 3, -2] });
    expect(useComposition.getState().history.entries).toHaveLength(5);
  });

  it('of everything is a mask that starts full', () => {
    areaOfAll();
    expect(masks()).toMatchObject([{ startsFrom: 'full', parts: [] }]);
  });

  it('is kept on the shelf as it is, or laid down where it was moved, and taken from there', () => {
    withArea();
    keepArea('Door');
    nudgeArea(5, 5);
    keepArea('Door, moved');
    const [door, moved] = masks().filter(({ shelf }) => shelf);
    expect(door).toMatchObject({ shelf: 'Door', parts: [{ kind: 'box' }] });
    expect(moved).toMatchObject({ parts: [{ kind: 'picked', tiles: TILES }] });
    if (door) areaFromShelf(door);
    const area = masks().find(({ id }) => id === now().area?.mask);
    expect(area).toMatchObject({ parts: [{ kind: 'box' }] });
    expect(area?.shelf).toBeUndefined();
  });
});

describe('what is made from an area', () => {
  beforeEach(withArea);
  const mask = () => maskOf(now(), layers()[0] as Layer);

  it('is the first part of a mask, or one more', () => {
    maskByArea('intersect');
    expect(mask()).toMatchObject({ startsFrom: 'empty', parts: [{ combine: 'add' }] });
    maskByArea('subtract');
    expect(mask()?.parts).toMatchObject([{ combine: 'add' }, { combine: 'subtract' }]);
    expect(mask()?.parts[1]).toMatchObject({ name: 'Area 2', tiles: TILES });
  });

  it('is a layer by cut, which undo takes back whole', () => {
    divideByArea('cut');
    const [old, made] = layers();
    expect(made).toMatchObject({ name: 'Keeper copy' });
    expect(useHand.getState().layer).toBe(made?.id);
    expect(old && maskOf(now(), old)?.parts).toMatchObject([{ combine: 'subtract' }]);
    const stop = keepLayerInHand();
    useComposition.getState().undo();
    stop();
    expect(layers()).toEqual([keeper]);
    // The layer that was in hand is gone, so the nearest is.
    expect(useHand.getState().layer).toBe('a');
  });

  it('is a fill in front of the layer in hand', () => {
    const colour = { r: 1, g: 2, b: 3, alpha: 1 };
    fillArea({ by: 'colour', colour }, 'Colour fill');
    expect(layers()).toMatchObject([{ id: 'a' }, { content: { kind: 'fill', fill: { colour } } }]);
    expect(maskOf(now(), layers()[1] as Layer)?.parts).toMatchObject([{ tiles: TILES }]);
    putAreaAway();
    fillArea({ by: 'colour', colour }, 'All over');
    expect(layers()[2]?.maskUse).toBeNull();
  });

  it('is copied, and pasted into another composition where it lay', () => {
    expect(hasCopiedLayer()).toBe(false);
    copyLayer();
    openKeeper({ layers: [] });
    pasteLayer();
    expect(layers()).toMatchObject([{ content: { kind: 'photo' }, placement: keeper.placement }]);
    expect(maskOf(now(), layers()[0] as Layer)?.parts).toMatchObject([{ tiles: TILES }]);
    openKeeper({ canvas: { ...now().canvas, width: 20, height: 20 }, layers: [] });
    copyLayer();
    pasteLayer();
    expect(layers()).toHaveLength(1);
  });

  it('is nothing where there is no area, no layer in hand or a locked one, and says so', () => {
    openKeeper({ layers: [{ ...keeper, locked: true }] });
    maskByArea('add');
    expect(told()).toContain('There is no area');
    areaOfAll();
    maskByArea('add');
    divideByArea('cut');
    expect(told()).toContain('Keeper is locked');
    useHand.getState().take({ layer: null });
    divideByArea('copy');
    expect(told()).toContain('No layer is in hand');
    expect(asked).toEqual([]);
  });
});

describe('what is laid down', () => {
  it('makes a painted part of any other, in its place and with its name', () => {
    drawBox();
    drawBox();
    const [first] = masks()[0]?.parts ?? [];
    const mask = masks()[0];
    if (!first || !mask) throw new Error('There are two boxes.');
    convertToPainted(layers()[0] as Layer, mask, first.id);
    expect(masks()[0]?.parts).toMatchObject([
      { kind: 'painted', name: first.name, combine: 'add', tiles: TILES },
      { kind: 'box' },
    ]);
  });

  it('is the shape of another layer', () => {
    openKeeper({ layers: [keeper, { ...keeper, id: 'b', name: 'Lamp' }] });
    addShapeOf('b', layers()[0] as Layer);
    const recipe = { by: 'laid', of: 'Lamp' };
    expect(maskOf(now(), layers()[0] as Layer)?.parts).toMatchObject([{ recipe }]);
    addShapeOf('b', { ...keeper, locked: true });
    expect(told()).toContain('Keeper is locked');
  });
});

describe('points by keys', () => {
  const corners = [
    { x: 10, y: 10 },
    { x: 90, y: 10 },
    { x: 90, y: 80 },
    { x: 10, y: 80 },
  ];
  const outline: OutlinePart = {
    ...{ id: 'o', kind: 'outline', name: 'Outline', shown: true, combine: 'add' },
    ...{ feather: 0, inverted: false, points: corners },
  };
  const points = () => {
    const part = masks()[0]?.parts[0];
    return part?.kind === 'outline' ? part.points : [];
  };

  beforeEach(() => {
    const use = { mask: 'm', linked: true, turnedRound: false, lies: [2, 0, 0, 2, 0, 0] as const };
    const mask = {
      id: 'm',
      name: 'Mask',
      startsFrom: 'empty' as const,
      parts: [outline],
      feather: 0,
    };
    openKeeper({ layers: [{ ...keeper, maskUse: use }], masks: [mask] });
    useHand.getState().take({ part: 'o' });
  });

  it('are stepped through round and round', () => {
    expect(hasPoints()).toBe(true);
    expect(pointInHand()).toBe(false);
    stepThroughPoints(1);
    expect(useHand.getState().point).toBe(0);
    stepThroughPoints(-1);
    expect(useHand.getState().point).toBe(3);
    // Another part has other points.
    useHand.getState().take({ part: null });
    expect(useHand.getState().point).toBeNull();
    expect(hasPoints()).toBe(false);
  });

  it('are moved by pixels of the canvas, and taken out', () => {
    stepThroughPoints(1);
    nudgePoint(4, -2);
    expect(points()[0]).toMatchObject({ x: 12, y: 9 });
    removePoint();
    expect(points()).toEqual(corners.slice(1));
    expect(pointInHand()).toBe(false);
    stepThroughPoints(1);
    removePoint();
    expect(told()).toContain('three points');
  });
});
