import {
  addMask,
  addSteps,
  type Composition,
  CompositionInvalid,
  changeStep,
  duplicateLayer,
  type Layer,
  laidOut,
  maskHolder,
  maskMatrix,
  moveStep,
  newComposition,
  OperationRefused,
  perform,
  placedAt,
  plainLayer,
  removeLayer,
  removeStep,
  setCanvasSize,
  shareMask,
  shelveMask,
  stepHolderId,
  transform,
  turnMaskRound,
} from '@diplex/document';
import { describe, expect, it } from 'vitest';
import schema7 from '../../document/examples/schema-7.json';
import { newStep } from './new-step';
import { openedDocument, validateComposition } from './opened-composition';
import { setFocus } from './operations/set-focus';
import { setStepValues } from './operations/set-step-values';
import { definitionOf } from './table';

const size = { width: 100, height: 80 };
const fill = { by: 'colour' as const, colour: { r: 9, g: 9, b: 9, alpha: 1 } };

function layer(id: string, x: number): Layer {
  const content = { kind: 'fill' as const, fill, size };
  return plainLayer(id, `Layer ${id}`, content, placedAt({ x, y: 40 }));
}

const levels = { ...newStep(definitionOf('levels')), id: 'levels' };
const blur = { ...newStep(definitionOf('blur')), id: 'blur' };
const mask = { id: 'm', name: 'Mask', startsFrom: 'full' as const, parts: [], feather: 0 };

function scene(): Composition {
  const flat = laidOut(newComposition('Steps', { width: 200, height: 80 }), [
    layer('a', 50),
    layer('b', 130),
    plainLayer('g', 'Glass', { kind: 'glass' }, placedAt({ x: 0, y: 0 })),
  ]);
  return perform(flat, addSteps, { layer: 'a', steps: [levels, blur] }).composition;
}

const chainOf = (composition: Composition, id: string) =>
  composition.layers[id]?.steps.map((step) => step.id);
const holder = stepHolderId('a', 'levels');
const masked = () => perform(scene(), addMask, { layer: holder, mask }).composition;

describe('operations on chains', () => {
  it('add, reorder and take out steps, with words that say which', () => {
    const moved = perform(scene(), moveStep, { layer: 'a', step: 'blur', to: 'a', at: 0 });
    expect(chainOf(moved.composition, 'a')).toEqual(['blur', 'levels']);
    expect(moved.entry?.words).toBe('Moved Blur earlier: Layer a');
    const gone = perform(moved.composition, removeStep, { layer: 'a', step: 'blur' });
    expect(chainOf(gone.composition, 'a')).toEqual(['levels']);
    const off = perform(scene(), changeStep, {
      ...{ layer: 'a', step: 'levels', change: { shown: false } },
    });
    expect(off.entry?.words).toBe('Switched Levels off: Layer a');
  });

  it('carry a step with its mask to another layer, where it lies on the canvas as it lay', () => {
    const before = masked();
    const step = maskHolder(before, holder) as Layer;
    const lay = transform(maskMatrix(before, step), { x: 10, y: 20 });
    const after = perform(before, moveStep, { layer: 'a', step: 'levels', to: 'b', at: 5 });
    expect(chainOf(after.composition, 'a')).toEqual(['blur']);
    expect(chainOf(after.composition, 'b')).toEqual(['levels']);
    const there = maskHolder(after.composition, stepHolderId('b', 'levels')) as Layer;
    const lies = transform(maskMatrix(after.composition, there), { x: 10, y: 20 });
    expect([lies.x, lies.y]).toEqual([lay.x, lay.y]);
  });

  it('share, turn round and drop the masks of steps as those of layers', () => {
    const kept = perform(masked(), shelveMask, { mask: 'm', shelf: 'Shape' }).composition;
    const other = stepHolderId('a', 'blur');
    const shared = perform(kept, shareMask, { layer: other, mask: 'm' }).composition;
    const turned = perform(shared, turnMaskRound, { layer: other });
    expect(turned.entry?.words).toBe('Turned the mask of Blur of Layer a round');
    const uses = turned.composition.layers.a?.steps.map((step) => step.maskUse?.turnedRound);
    expect(uses).toEqual([false, true]);
    const own = masked();
    expect(perform(own, removeStep, { layer: 'a', step: 'levels' }).composition.masks).toEqual({});
    expect(perform(own, removeLayer, { layers: ['a'] }).composition.masks).toEqual({});
  });

  it('copy masks with the layer whose steps use them', () => {
    const copied = perform(masked(), duplicateLayer, { layer: 'a', copy: 'c' }).composition;
    const use = copied.layers.c?.steps[0]?.maskUse;
    expect(use?.mask).not.toBe('m');
    expect(copied.masks[use?.mask ?? '']).toBeDefined();
  });

  it('leave the mask of a step where it lies when the canvas grows', () => {
    const use = { mask: 'm', linked: false, turnedRound: false, lies: [1, 0, 0, 1, 5, 5] as const };
    const steps = [{ ...levels, maskUse: use }];
    const before = perform(scene(), addSteps, { layer: 'b', steps, masks: [mask] }).composition;
    const grown = perform(before, setCanvasSize, { width: 260, height: 100 }).composition;
    expect(grown.layers.b?.steps[0]?.maskUse?.lies).toEqual([1, 0, 0, 1, 35, 15]);
  });

  it('set values, and refuse what a kind refuses', () => {
    const args = { layer: 'a', step: 'levels', values: { black: 0.12 } };
    const set = perform(scene(), setStepValues, args);
    expect(set.entry?.words).toBe('Levels: Black to 12 %');
    expect(set.composition.layers.a?.steps[0]?.values).toMatchObject({ black: 0.12, white: 1 });
    const bad = { ...args, values: { black: 1 } };
    expect(() => perform(scene(), setStepValues, bad)).toThrow(OperationRefused);
    expect(() => perform(scene(), setStepValues, bad)).toThrow(/White must lie above the black/);
  });

  it('keep what is locked', () => {
    const before = scene();
    const a = { ...(before.layers.a as Layer), locked: true };
    const locked = { ...before, layers: { ...before.layers, a } };
    expect(() => perform(locked, removeStep, { layer: 'a', step: 'blur' })).toThrow(/locked/);
    expect(() => perform(locked, addMask, { layer: holder, mask })).toThrow(/locked/);
  });
});

describe('documents with steps', () => {
  function problemsAfter(spoil: (steps: Record<string, unknown>[]) => void, id = 'a') {
    const document = JSON.parse(JSON.stringify(scene())) as {
      layers: Record<string, { steps: Record<string, unknown>[] }>;
    };
    spoil(document.layers[id]?.steps ?? []);
    try {
      validateComposition(document);
      return [];
    } catch (error) {
      if (!(error instanceof CompositionInvalid)) throw error;
      return error.problems.map(({ where }) => where);
    }
  }

  it('open as stored', () => {
    expect(validateComposition(schema7)).toEqual(schema7);
    expect(openedDocument(schema7, { entries: [], position: 0 }).migrated).toBe(false);
  });

  it('name the place of what cannot be drawn', () => {
    const where = 'layers.a.steps[0]';
    expect(problemsAfter(() => undefined)).toEqual([]);
    expect(problemsAfter(([step]) => Object.assign(step ?? {}, { kind: 'sparkle' }))).toEqual([
      `${where}.kind`,
    ]);
    expect(problemsAfter(([step]) => Object.assign(step ?? {}, { version: 9 }))).toEqual([
      `${where}.version`,
    ]);
    expect(problemsAfter(([step]) => Object.assign(step?.values ?? {}, { middle: 0 }))).toEqual([
      `${where}.values.middle`,
    ]);
    expect(problemsAfter(([step]) => Object.assign(step?.values ?? {}, { white: 0 }))).toEqual([
      `${where}.values.white`,
    ]);
    expect(problemsAfter(([step]) => Object.assign(step ?? {}, { amount: 2 }))).toEqual([
      `${where}.amount`,
    ]);
    const lies = { mask: 'x', linked: true, turnedRound: false, lies: [1, 0, 0, 1, 0, 0] };
    expect(problemsAfter(([step]) => Object.assign(step ?? {}, { maskUse: lies }))).toEqual([
      `${where}.maskUse.mask`,
    ]);
    expect(problemsAfter((steps) => steps.push(steps[0] ?? {}))).toEqual(['layers.a.steps']);
    const glow = newStep(definitionOf('glow'));
    expect(problemsAfter((steps) => steps.push(glow as never), 'g')).toEqual([
      'layers.g.steps[0].kind',
    ]);
  });
});

describe('a plane of focus', () => {
  const focus = { at: 0, clear: 0.1, radius: 20 };
  const softened = (composition: Composition, id: string) =>
    composition.layers[id]?.steps.find(({ name }) => name === 'Out of focus')?.values.size;

  it('brings what lies farther away out of focus, by ordinary steps that follow it', () => {
    const laid = perform(scene(), setFocus, { focus }).composition;
    expect(softened(laid, 'a')).toBeCloseTo(18, 5);
    expect(softened(laid, 'b')).toBeUndefined();
    expect(softened(laid, 'g')).toBeUndefined();
    const nearer = perform(laid, setFocus, { distances: { a: 0.5 } }).composition;
    expect(softened(nearer, 'a')).toBeCloseTo(8, 5);
    expect(chainOf(nearer, 'a')).toHaveLength(3);
    const far = perform(nearer, setFocus, { focus: { ...focus, at: 0.5 } }).composition;
    expect([softened(far, 'a'), softened(far, 'b')]).toEqual([undefined, 8]);
  });

  it('is taken off with its steps, and leaves others and locked layers alone', () => {
    const laid = perform(scene(), setFocus, { focus }).composition;
    const off = perform(laid, setFocus, { focus: null }).composition;
    expect(chainOf(off, 'a')).toEqual(['levels', 'blur']);
    const a = { ...(scene().layers.a as Layer), locked: true };
    const locked = { ...scene(), layers: { ...scene().layers, a } };
    expect(softened(perform(locked, setFocus, { focus }).composition, 'a')).toBeUndefined();
  });

  it('is kept in the document, and refused beyond its range', () => {
    const laid = perform(scene(), setFocus, { focus }).composition;
    expect(() => validateComposition(laid)).not.toThrow();
    expect(() => validateComposition({ ...laid, focus: { ...focus, at: 2 } })).toThrow(
      CompositionInvalid,
    );
  });
});
