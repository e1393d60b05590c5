import { describe, expect, it } from 'vitest';
import schema5 from '../../examples/schema-5.json';
import schema6 from '../../examples/schema-6.json';
import {
  type Composition,
  contentBounds,
  type Layer,
  layerById,
  layerMatrix,
  type Mask,
  maskMatrix,
  maskOf,
  type PickedPart,
  type Step,
  stepHolder,
  stepHolderId,
  transform,
  validateComposition,
} from '../index';
import * as operations from './index';
import { type Operation, OperationRefused, perform } from './index';

const example = validateComposition(schema5);
const keeper = { layer: 'keeper' };
const wall = { layer: 'wall' };
const outline = { mask: 'cut', part: 'p1' };
const HASH = 'c'.repeat(64);
const FRAME = { x: 1, y: 2, width: 30, height: 40, turn: -20 };
const AREA: Mask = {
  ...{ id: 'roof', name: 'Area', startsFrom: 'full', parts: [], feather: 0 },
  size: { width: 1500, height: 1000 },
};
const LAID: PickedPart = {
  ...{ id: 'l', kind: 'picked', name: 'Area', shown: true, combine: 'add', feather: 0 },
  ...{ inverted: false, recipe: { by: 'laid', of: 'the area' }, tiles: { '0,0': HASH } },
};
const JOINED = {
  ...{ id: 'j', kind: 'outline', name: 'Joined', shown: true, combine: 'add', feather: 0 },
  ...{
    inverted: false,
    points: [
      { x: 0, y: 0 },
      { x: 9, y: 0 },
      { x: 0, y: 9 },
    ],
  },
} as const;

function after<Args>(operation: Operation<Args>, args: Args) {
  const { composition, entry } = perform(example, operation, args);
  expect(validateComposition(composition)).toBe(composition);
  return { composition, words: entry?.words };
}

describe('every operation', () => {
  it.each([
    [operations.renameLayer, { ...keeper, name: 'Pim' }, 'Renamed Keeper to Pim'],
    [operations.showLayer, { ...keeper, shown: false }, 'Hid Keeper'],
    [operations.lockLayer, { ...wall, locked: false }, 'Unlocked Harbour wall'],
    [operations.lockPlace, { ...keeper, locked: true }, 'Locked the place of Keeper'],
    [operations.setOpacity, { ...keeper, opacity: 0.25 }, 'Opacity of Keeper to 25 %'],
    [
      operations.setByTone,
      { ...keeper, change: { own: { component: 'lightness', low: [0, 0.2], high: [1, 1] } } },
      'By which tones Keeper shows',
    ],
    [
      operations.takeState,
      { state: { ...example, title: 'Elsewhere', mixIn: 'encoded' }, words: 'Took Second try' },
      'Took Second try',
    ],
    [operations.setBlending, { ...keeper, blending: 'screen' }, 'Blending of Keeper to screen'],
    [operations.moveLayers, { layers: ['keeper'], into: null, at: 0 }, 'Moved Keeper farther'],
    [operations.duplicateLayer, { ...keeper, copy: 'k2' }, 'Duplicated Keeper'],
    [operations.removeLayer, { layers: ['keeper'] }, 'Deleted Keeper'],
    [operations.removeLayer, { layers: ['keeper', 'glow'] }, 'Deleted 2 layers'],
    [
      operations.groupLayers,
      { layers: ['keeper', 'glow'], group: 'g', name: 'Pair' },
      'Grouped 2 layers as Pair',
    ],
    [operations.removeMask, keeper, 'Deleted the mask of Keeper'],
    [operations.linkMask, { ...keeper, linked: false }, 'Unlinked the mask of Keeper'],
    [operations.turnMaskRound, keeper, 'Turned the mask of Keeper round'],
    [
      operations.setMaskFeather,
      { mask: 'cut', feather: 4 },
      'Feather of the mask of Keeper to 4 px',
    ],
    [
      operations.setMaskStart,
      { mask: 'cut', startsFrom: 'full' },
      'The mask of Keeper starts full',
    ],
    [operations.setPart, { ...outline, settings: { shown: false } }, 'Hid Outline'],
    [operations.setPart, { ...outline, settings: { name: 'Head' } }, 'Renamed Outline to Head'],
    [operations.setPart, { ...outline, settings: { combine: 'intersect' } }, 'Outline: intersect'],
    [operations.setPart, { ...outline, settings: { inverted: true } }, 'Inverted Outline'],
    [operations.reorderPart, { ...outline, to: 2 }, 'Reordered Outline'],
    [operations.removePart, outline, 'Deleted Outline'],
    [operations.setPart, { ...outline, settings: { amount: 0.4 } }, 'Amount of Outline to 40 %'],
    [operations.layPart, { mask: 'cut', part: 'p6', frame: FRAME }, 'Placed Turned box'],
    [
      operations.setComponent,
      { mask: 'cut', part: 'grey', settings: { black: 0.9, white: 0.2 } },
      'Component of Component',
    ],
    [operations.setRamp, { mask: 'cut', part: 'p11', settings: { inner: 0.5 } }, 'Changed Ramp'],
    [
      operations.setTones,
      { mask: 'cut', part: 'p12', settings: { low: [0, 0.2] } },
      'Tones of Lights',
    ],
    [
      operations.setMaskEdge,
      { mask: 'cut', edge: { choke: -2 } },
      'Spread by 2 px: mask of Keeper',
    ],
    [
      operations.setMaskEdge,
      { mask: 'cut', edge: { firm: 1 } },
      'Firmness to 100 %: mask of Keeper',
    ],
    [
      operations.setLayerEdge,
      { ...keeper, edge: { tint: 0.5 } },
      'Edge tint to 50 %: edge of Keeper',
    ],
    [
      operations.setLayerEdge,
      { ...keeper, edge: { tintWidth: 30 } },
      'Edge tint over 30 px: edge of Keeper',
    ],
    [
      operations.setLayerEdge,
      { ...keeper, edge: { fringeWhere: 'everywhere' } },
      'Clean fringe everywhere: edge of Keeper',
    ],
    [
      operations.setLayerEdge,
      { ...keeper, edge: { fringe: 0.5 } },
      'Clean fringe to 50 %: edge of Keeper',
    ],
    [operations.setDensity, { ...keeper, density: 0.5 }, 'Density of the mask of Keeper to 50 %'],
    [
      operations.shelveMask,
      { mask: 'cut', shelf: 'Pim' },
      'Kept the mask of Keeper on the shelf as Pim',
    ],
    [operations.separateMask, keeper, 'Gave Keeper a mask of its own'],
    [
      operations.joinParts,
      { mask: 'cut', parts: ['p1', 'p2'], joined: JOINED },
      'Joined outlines to Joined',
    ],
    [operations.changeArea, { change: { inUse: false } }, 'Put the area away'],
    [operations.changeArea, { change: { turnedRound: true } }, 'Turned the area round'],
    [operations.changeArea, { change: { lies: [1, 0, 0, 1, 3, 4] } }, 'Moved the area'],
    [operations.layArea, { mask: AREA, words: 'Area by Box' }, 'Area by Box'],
    [operations.keepMask, { mask: { ...AREA, shelf: 'Roof' } }, 'Kept Roof on the mask shelf'],
    [
      operations.convertPart,
      { ...outline, tiles: { '0,0': HASH } },
      'Converted Outline to painted',
    ],
    [
      operations.setFill,
      { layer: 'glow', fill: { by: 'colour', colour: { r: 1, g: 2, b: 3, alpha: 0.5 } } },
      'Fill of Glow',
    ],
    [
      operations.divideLayer,
      { ...keeper, copy: 'k2', part: LAID, way: 'cut' },
      'New layer by cut from Keeper',
    ],
    [operations.renameComposition, { title: 'B' }, 'Renamed the composition to B'],
    [operations.setMixIn, { mixIn: 'encoded' }, 'Edges mix on encoded values'],
    [operations.setSurround, { lightness: 50 }, 'Surround to lightness 50'],
    [operations.setCanvasSize, { width: 900, height: 900 }, 'Canvas to 900 × 900'],
  ] as [Operation<unknown>, unknown, string][])(
    '%# leaves a valid composition and says what it did',
    (operation, args, words) => {
      expect(after(operation, args).words).toBe(words);
    },
  );

  it('names a placement by what changed most tellingly', () => {
    const { placement } = example.layers.keeper ?? {};
    const words = (change: object) =>
      after(operations.setPlacement, {
        ...keeper,
        placement: { ...placement, ...change },
      } as never).words;
    expect(words({ x: 1 })).toBe('Moved Keeper');
    expect(words({ x: 1, scaleX: 2 })).toBe('Scaled Keeper');
    expect(words({ x: 1, scaleX: 2, turn: 9 })).toBe('Turned Keeper');
    expect(words({ mirrorDown: true, turn: 9 })).toBe('Mirrored Keeper');
  });

  it('adds tiles to a painted part and counts the stroke', () => {
    const args = { mask: 'cut', part: 'p4', tiles: { '3,2': HASH }, way: 'hide' as const };
    const { composition, words } = after(operations.paintPart, args);
    const part = composition.masks.cut?.parts[3];
    expect(words).toBe('Brushed the mask of Keeper: hides');
    expect(part).toMatchObject({ strokes: 4, tiles: { '3,2': HASH } });
    expect(Object.keys(part?.kind === 'painted' ? part.tiles : {})).toHaveLength(3);
  });

  it('keeps layers where they are in the picture when the canvas changes', () => {
    const { composition } = after(operations.setCanvasSize, { width: 1700, height: 900 });
    expect(
      composition.root.map((id) => {
        const { x, y } = composition.layers[id]?.placement ?? {};
        return [x, y];
      }),
    ).toEqual([
      [850, 450],
      [1080, 500],
      [850, 450],
    ]);
  });

  it('puts other tiles and another recipe into a picked part', () => {
    const recipe = { by: 'subject' as const, name: 'Cup', confidence: 1 };
    const args = { mask: 'cut', part: 'p7', recipe, tiles: { '2,2': HASH } };
    const { composition } = after(operations.pickPart, args);
    expect(composition.masks.cut?.parts[6]).toMatchObject({ recipe, tiles: { '2,2': HASH } });
    const part = composition.masks.cut?.parts[6];
    expect(part?.kind === 'picked' && Object.keys(part.tiles)).toEqual(['2,2']);
  });

  it('says what is different about a part that is picked anew', () => {
    const stroke = (mark: 'keep' | 'drop' | 'unsure') => ({
      mark,
      radius: 4,
      points: [{ x: 1, y: 2 }],
    });
    const marks = (...all: ('keep' | 'drop' | 'unsure')[]) => ({
      by: 'marks' as const,
      from: 'layer' as const,
      marks: all.map(stroke),
    });
    const args = { mask: 'cut', part: 'p7', tiles: { '2,2': HASH } };
    const first = after(operations.pickPart, { ...args, recipe: marks('keep') });
    const name = first.composition.masks.cut?.parts[6]?.name;
    const wordsOf = (change: object) =>
      perform(first.composition, operations.pickPart, {
        ...{ ...args, recipe: marks('keep'), specks: 0 },
        ...change,
      }).entry?.words;
    expect(first.words).toBe(`Keep stroke on ${name}`);
    expect(wordsOf({ recipe: marks('keep', 'unsure') })).toBe(`Unsure stroke on ${name}`);
    expect(wordsOf({ recipe: marks() })).toBe(`Took back some of ${name}`);
    expect(wordsOf({ solved: 60 })).toBe(`Solved the edge of ${name}, 60 px`);
    expect(wordsOf({ specks: 40 })).toBe(`Specks under 40 px out of ${name}`);
    expect(wordsOf({ tiles: {} })).toBe(`Worked ${name} out again`);
  });

  it('cleans the fringe of a mask by itself when a part of it is solved, once', () => {
    const recipe = { by: 'subject' as const, name: 'Cup', confidence: 1 };
    const args = { mask: 'cut', part: 'p7', recipe, tiles: { '2,2': HASH } };
    const plain = after(operations.pickPart, args).composition;
    expect(plain.layers.keeper?.edge.fringe).toBeUndefined();
    const solved = after(operations.pickPart, { ...args, solved: 40 }).composition;
    expect(solved.layers.keeper?.edge).toMatchObject({ fringe: 1 });
    const off = perform(solved, operations.setLayerEdge, { ...keeper, edge: { fringe: 0 } });
    const again = perform(off.composition, operations.pickPart, { ...args, solved: 50 });
    expect(again.composition.layers.keeper?.edge.fringe).toBe(0);
  });

  it('says by brush where a fringe is cleaned, and forgets it again', () => {
    const stroke = { ...keeper, tiles: { '3,2': HASH }, way: 'leave' as const };
    const { composition, words } = after(operations.paintFringe, stroke);
    expect(words).toBe('Brushed the fringe of Keeper: leaves it');
    const before = example.layers.keeper?.edge.fringeBrushed;
    expect(composition.layers.keeper?.edge.fringeBrushed).toEqual({
      strokes: 3,
      tiles: { ...before?.tiles, '3,2': HASH },
    });
    const even = perform(composition, operations.evenFringe, keeper).composition;
    expect(even.layers.keeper?.edge.fringeBrushed).toBeNull();
    const anew = perform(even, operations.paintFringe, stroke).composition;
    expect(anew.layers.keeper?.edge.fringeBrushed).toEqual({ strokes: 1, tiles: { '3,2': HASH } });
    expect(() => perform(even, operations.evenFringe, keeper)).toThrow('brushed nowhere');
  });

  it('cleans the fringe by itself when a brush solved what is sheer', () => {
    const stroke = { mask: 'cut', part: 'p4', tiles: { '1,1': HASH } };
    const shown = after(operations.paintPart, { ...stroke, way: 'show' }).composition;
    expect(shown.layers.keeper?.edge.fringe).toBeUndefined();
    const sheer = after(operations.paintPart, { ...stroke, way: 'sheer' }).composition;
    expect(sheer.layers.keeper?.edge).toMatchObject({ fringe: 1 });
    const part = example.masks.cut?.parts[3];
    if (part?.kind !== 'painted') throw new Error('That part is painted.');
    const { sheer: _, ...plain } = part;
    const add = (id: string, more: object) =>
      after(operations.addPart, { mask: 'cut', part: { ...plain, id, ...more } }).composition;
    expect(add('n1', {}).layers.keeper?.edge.fringe).toBeUndefined();
    expect(add('n2', { sheer: 1 }).layers.keeper?.edge.fringe).toBe(1);
  });

  it('puts a part right after another, or at the end where that is not there', () => {
    const [first] = example.masks.cut?.parts ?? [];
    if (!first) throw new Error('The mask has parts.');
    const ids = (args: { after?: string }) => {
      const part = { ...first, id: 'new' };
      const { composition } = after(operations.addPart, { mask: 'cut', part, ...args });
      return composition.masks.cut?.parts.map(({ id }) => id);
    };
    const before = example.masks.cut?.parts.map(({ id }) => id) ?? [];
    expect(ids({ after: first.id })).toEqual([first.id, 'new', ...before.slice(1)]);
    expect(ids({})).toEqual([...before, 'new']);
    expect(ids({ after: 'gone' })).toEqual([...before, 'new']);
  });

  it('shares a mask in its place, keeps what is on the shelf, and drops what nobody uses', () => {
    const unlocked = perform(example, operations.lockLayer, { ...wall, locked: false }).composition;
    const shared = perform(unlocked, operations.shareMask, { ...wall, mask: 'cut' }).composition;
    const [behind, near] = ['wall', 'keeper'].map((id) => layerById(shared, id));
    if (!behind || !near) throw new Error('There are two layers.');
    const at = { x: 33, y: 44 };
    const [a, b] = [behind, near].map((layer) => transform(maskMatrix(shared, layer), at));
    expect(a?.x).toBeCloseTo(b?.x ?? 0);
    expect(a?.y).toBeCloseTo(b?.y ?? 0);
    const bare = [wall, keeper].reduce(
      (composition, args) => perform(composition, operations.removeMask, args).composition,
      shared,
    );
    expect(Object.values(bare.masks).map((mask) => mask.shelf ?? mask.id)).toEqual([
      'Keeper, cut',
      'lamp',
    ]);
    const off = perform(bare, operations.shelveMask, { mask: 'cut', shelf: null }).composition;
    expect(Object.keys(off.masks)).toEqual(['lamp']);
  });

  it('spares a layer by its own mask, turned round, where that lies; one without a mask is refused', () => {
    const step: Step = {
      ...{ id: 'b', kind: 'blur', version: 1, name: 'Blur', shown: true, amount: 1 },
      ...{ blending: 'normal', maskUse: null, values: { sigma: 4 } },
    };
    const unlocked = after(operations.lockLayer, { ...wall, locked: false }).composition;
    const stepped = perform(unlocked, operations.addSteps, { ...wall, steps: [step] }).composition;
    const args = { layer: stepHolderId('wall', 'b'), spared: 'keeper' };
    const { composition, entry } = perform(stepped, operations.spareLayer, args);
    expect(entry?.words).toBe('Blur of Harbour wall spares Keeper');
    const [behind, near] = ['wall', 'keeper'].map((id) => layerById(composition, id));
    const use = behind?.steps[0]?.maskUse;
    expect(use?.mask).toBe(near?.maskUse?.mask);
    expect(use?.turnedRound).toBe(!near?.maskUse?.turnedRound);
    if (!behind?.steps[0] || !near) throw new Error('There are two layers.');
    const at = { x: 33, y: 44 };
    const [spared, own] = [stepHolder(behind, behind.steps[0]), near].map((each) =>
      transform(maskMatrix(composition, each), at),
    );
    expect(spared?.x).toBeCloseTo(own?.x ?? 0);
    expect(spared?.y).toBeCloseTo(own?.y ?? 0);
    const bare = { layer: args.layer, spared: 'wall' };
    expect(() => perform(stepped, operations.spareLayer, bare)).toThrow('no mask to be spared by');
  });

  it('cuts a layer in two: each has a mask of its own, and together they show what one did', () => {
    const args = { ...keeper, copy: 'k2', part: LAID, way: 'cut' as const };
    const { composition } = after(operations.divideLayer, args);
    const [old, made] = ['keeper', 'k2'].map((id) => {
      const layer = layerById(composition, id);
      return layer && maskOf(composition, layer);
    });
    const before = example.masks.cut?.parts ?? [];
    expect(old?.parts.at(-1)).toMatchObject({ combine: 'subtract', tiles: { '0,0': HASH } });
    expect(made?.parts.at(-1)).toMatchObject({ combine: 'intersect', tiles: { '0,0': HASH } });
    expect(old?.parts.slice(0, -1)).toEqual(before);
    expect(made?.parts.slice(0, -1)).toEqual(before);
    const copied = after(operations.divideLayer, { ...args, way: 'copy' }).composition;
    expect(copied.masks.cut?.parts).toEqual(before);
  });

  it('cuts a layer without a mask: the two masks are the part and what is left of it', () => {
    const open = perform(example, operations.removeMask, keeper).composition;
    const args = { ...keeper, copy: 'k2', part: LAID, way: 'cut' as const };
    const { composition } = perform(open, operations.divideLayer, args);
    const masks = composition.root.slice(1, 3).map((id) => {
      const layer = layerById(composition, id);
      return layer && maskOf(composition, layer);
    });
    expect(masks.map((mask) => [mask?.startsFrom, mask?.parts[0]?.combine])).toEqual([
      ['full', 'subtract'],
      ['full', 'intersect'],
    ]);
  });

  it('drops the mask of the area before when another area is made', () => {
    const { composition } = after(operations.layArea, { mask: AREA, words: 'All' });
    expect(Object.keys(composition.masks)).toEqual(['cut', 'roof']);
    expect(composition.area).toMatchObject({ mask: 'roof', inUse: true, turnedRound: false });
  });

  it('gives a copy a mask of its own', () => {
    const { composition } = after(operations.duplicateLayer, { ...keeper, copy: 'k2' });
    const [, original, copy] = composition.root.map((id) => layerById(composition, id));
    expect(copy?.maskUse?.mask).not.toBe(original?.maskUse?.mask);
    expect(copy && maskOf(composition, copy)?.parts).toEqual(example.masks.cut?.parts);
  });
});

describe('operations that cannot be', () => {
  it.each([
    [operations.setOpacity, { ...wall, opacity: 0 }, 'Harbour wall is locked'],
    [operations.removeLayer, { layers: ['wall'] }, 'Harbour wall is locked'],
    [
      operations.groupLayers,
      { layers: ['wall', 'glow'], group: 'g', name: 'Pair' },
      'Harbour wall is locked',
    ],
    [operations.groupLayers, { layers: [], group: 'g', name: 'Pair' }, 'Choose the layers'],
    [operations.ungroupLayers, { group: 'keeper' }, 'is not a group'],
    [operations.setMixing, { group: 'keeper', mixing: 'isolated' }, 'is not a group'],
    [operations.linkMask, { layer: 'nobody', linked: true }, 'no longer in the composition'],
    [operations.addMask, { ...keeper, mask: example.masks.cut }, 'Keeper has a mask already'],
    [operations.reshapePart, { mask: 'cut', part: 'p2', points: [] }, 'has no points'],
    [operations.reshapePart, { ...outline, points: [] }, 'three points'],
    [operations.paintPart, { ...outline, tiles: {}, way: 'show' }, 'cannot be painted'],
    [operations.removePart, { mask: 'cut', part: 'px' }, 'no longer in the mask'],
    [operations.layPart, { ...outline, frame: FRAME }, 'has no frame'],
    [operations.layPart, { mask: 'cut', part: 'p6', frame: { ...FRAME, width: 0 } }, 'some width'],
    [operations.setFill, { ...keeper, fill: null }, 'is no fill'],
    [operations.convertPart, { mask: 'cut', part: 'px', tiles: {} }, 'no longer in the mask'],
    [operations.pickPart, { ...outline, recipe: null, tiles: {} }, 'was not picked'],
    [
      operations.setRamp,
      { mask: 'cut', part: 'p11', settings: { to: { x: 40, y: 40 } } },
      'some way',
    ],
    [
      operations.setTones,
      { mask: 'cut', part: 'p12', settings: { low: [0.9, 0.1] } },
      'dark to light',
    ],
    [operations.joinParts, { mask: 'cut', parts: ['px'], joined: JOINED }, 'no longer in the mask'],
  ] as [Operation<unknown>, unknown, string][])(
    '%# say why and change nothing',
    (operation, args, reason) => {
      const attempt = () => perform(example, operation, args);
      expect(attempt).toThrow(OperationRefused);
      expect(attempt).toThrow(reason);
      expect(example).toEqual(validateComposition(schema5));
    },
  );

  it('keep a layer whose place is locked where it is, and change all else of it', () => {
    const kept = perform(example, operations.lockPlace, { ...keeper, locked: true }).composition;
    const placement = { ...(kept.layers.keeper as Layer).placement, x: 3 };
    const warp = { box: { x: 0, y: 0, width: 10, height: 10 }, corners: null };
    for (const moved of [
      () => perform(kept, operations.setPlacement, { ...keeper, placement }),
      () => perform(kept, operations.setWarp, { ...keeper, warp }),
      () => perform(kept, operations.layIntoPlane, { ...keeper, plane: null }),
    ]) {
      expect(moved).toThrow('The place of Keeper is locked. Unlock it to move it.');
    }
    const fainter = perform(kept, operations.setOpacity, { ...keeper, opacity: 0.5 }).composition;
    expect(fainter.layers.keeper?.opacity).toBe(0.5);
    const free = perform(fainter, operations.lockPlace, { ...keeper, locked: false }).composition;
    const moved = perform(free, operations.setPlacement, { ...keeper, placement }).composition;
    expect(moved.layers.keeper?.placement.x).toBe(3);
    const twice = perform(kept, operations.duplicateLayer, { ...keeper, copy: 'k2' }).composition;
    expect(twice.layers.k2?.placeLocked).toBe(false);
  });

  it('keep what a layer is made of where its pixels are locked, and change its place and mask', () => {
    const kept = perform(example, operations.lockPixels, { ...keeper, locked: true }).composition;
    const pushed = { of: keeper, tiles: {}, reach: 3, way: 'Dragged' };
    expect(() => perform(kept, operations.pushPixels, pushed)).toThrow(
      'The pixels of Keeper are locked. Unlock them to change what it is made of.',
    );
    const placement = { ...(kept.layers.keeper as Layer).placement, x: 3 };
    const moved = perform(kept, operations.setPlacement, { ...keeper, placement }).composition;
    expect(moved.layers.keeper?.placement.x).toBe(3);
    const softer = perform(kept, operations.setMaskFeather, { mask: 'cut', feather: 1 });
    expect(softer.composition.masks.cut?.feather).toBe(1);
    const free = perform(kept, operations.lockPixels, { ...keeper, locked: false }).composition;
    expect(
      perform(free, operations.pushPixels, pushed).composition.layers.keeper?.push?.reach,
    ).toBe(3);
  });

  it('protect the mask of a locked layer', () => {
    const locked = perform(example, operations.lockLayer, { ...keeper, locked: true }).composition;
    const attempt = () => perform(locked, operations.setMaskFeather, { mask: 'cut', feather: 1 });
    expect(attempt).toThrow('Keeper is locked');
  });
});

describe('groups', () => {
  const args = { layers: ['glow', 'keeper'], group: 'g', name: 'Pair' };
  const grouped = perform(example, operations.groupLayers, args).composition;
  const turned = perform(grouped, operations.setPlacement, {
    layer: 'g',
    placement: {
      ...(grouped.layers.g?.placement as never as object),
      ...{ turn: 20, scaleX: 1.5, scaleY: 0.7, x: 40 },
    } as never,
  }).composition;
  const at = { x: 120, y: 70 };
  const place = (composition: Composition, id: string) => {
    const layer = layerById(composition, id);
    if (!layer) throw new Error('There is such a layer.');
    return [layerMatrix(composition, layer), maskMatrix(composition, layer)].map((map) =>
      transform(map, at),
    );
  };
  const expectSamePlace = (a: Composition, b: Composition) => {
    for (const id of ['keeper', 'glow']) {
      const [before, after] = [place(a, id), place(b, id)];
      before.forEach((point, i) => {
        expect(after[i]?.x).toBeCloseTo(point.x, 6);
        expect(after[i]?.y).toBeCloseTo(point.y, 6);
      });
    }
  };

  it('stand where the nearest stood, keep the order in depth, and move nothing', () => {
    expect(grouped.root).toEqual(['wall', 'g']);
    expect(grouped.layers.g?.content).toEqual({
      ...{ kind: 'group', mixing: 'through', children: ['keeper', 'glow'] },
    });
    expectSamePlace(example, grouped);
  });

  it('take what is in them along when they move', () => {
    const [before] = place(grouped, 'glow');
    const [after] = place(turned, 'glow');
    expect(
      Math.hypot((after?.x ?? 0) - (before?.x ?? 0), (after?.y ?? 0) - (before?.y ?? 0)),
    ).toBeGreaterThan(20);
  });

  it.each([
    ['ungrouped', operations.ungroupLayers, { group: 'g' }],
    [
      'with their layers dragged out',
      operations.moveLayers,
      { layers: ['keeper', 'glow'], into: null, at: 0 },
    ],
    [
      'in a further group',
      operations.groupLayers,
      { layers: ['keeper'], group: 'h', name: 'Inner' },
    ],
  ] as [string, Operation<unknown>, unknown][])('%s, move nothing', (_, operation, args) => {
    const loose = perform(turned, operations.linkMask, { ...keeper, linked: false }).composition;
    const after = perform(loose, operation, args).composition;
    expect(validateComposition(after)).toBe(after);
    expectSamePlace(loose, after);
  });

  it('are copied with all that is in them, under ids of their own', () => {
    const { composition } = perform(turned, operations.duplicateLayer, { layer: 'g', copy: 'g2' });
    const copy = composition.layers.g2;
    expect(composition.root).toEqual(['wall', 'g', 'g2']);
    expect(validateComposition(composition)).toBe(composition);
    if (copy?.content.kind !== 'group') throw new Error('The copy is a group.');
    const names = copy.content.children.map((id) => composition.layers[id]?.name);
    expect(names).toEqual(['Keeper', 'Glow']);
    expect(copy.content.children).not.toContain('keeper');
    const gone = perform(composition, operations.removeLayer, {
      layers: ['g2', 'glow'],
    }).composition;
    expect(Object.keys(gone.layers).sort()).toEqual(['g', 'keeper', 'wall']);
    expect(Object.keys(gone.masks)).toEqual(Object.keys(example.masks));
  });

  it('cannot be put into themselves, and protect what is in them when locked', () => {
    const nested = perform(turned, operations.groupLayers, {
      ...{ layers: ['keeper'], group: 'h', name: 'Inner' },
    }).composition;
    const inward = { layers: ['g'], into: 'h', at: 0 };
    expect(() => perform(nested, operations.moveLayers, inward)).toThrow('into itself');
    const locked = perform(nested, operations.lockLayer, { layer: 'g', locked: true }).composition;
    const dim = () => perform(locked, operations.setOpacity, { ...keeper, opacity: 0.1 });
    expect(dim).toThrow('Pair is locked. Unlock it to change Keeper.');
    const stroke = () => perform(locked, operations.setMaskFeather, { mask: 'cut', feather: 1 });
    expect(stroke).toThrow('Keeper is locked');
  });

  it('have masks on the pixels of the composition, which move with them', () => {
    const mask: Mask = { ...AREA, id: 'm' };
    const masked = perform(turned, operations.addMask, { layer: 'g', mask }).composition;
    const group = layerById(masked, 'g');
    if (!group) throw new Error('There is a group.');
    const lies = transform(maskMatrix(masked, group), at);
    expect(lies.x).toBeCloseTo(at.x, 6);
    expect(lies.y).toBeCloseTo(at.y, 6);
    const placement = { ...group.placement, x: group.placement.x + 11 };
    const moved = perform(masked, operations.setPlacement, { layer: 'g', placement }).composition;
    const then = transform(maskMatrix(moved, moved.layers.g ?? group), at);
    expect(then.x).toBeCloseTo(at.x + 11, 6);
    expect(contentBounds(moved, group).width).toBeGreaterThan(100);
  });

  it('open as stored', () => {
    expect(validateComposition(schema6)).toEqual({ ...schema6, schema: 7 });
  });
});
