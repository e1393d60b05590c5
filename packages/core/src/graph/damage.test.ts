import {
  addMask,
  type CoatLays,
  type Composition,
  changeStep,
  cornersOf,
  evenFringe,
  groupLayers,
  isGlass,
  isGroup,
  isPaint,
  isShowing,
  layCoats,
  layersInDepth,
  layFlat,
  layIntoPlane,
  moveLayers,
  moveStep,
  OperationRefused,
  paintPart,
  perform,
  pushPixels,
  type Quad,
  removeCoats,
  removeLayer,
  removePart,
  removePush,
  reorderPart,
  setBlending,
  setContentOpacity,
  setLayerEdge,
  setMaskEdge,
  setMixing,
  setOpacity,
  setPart,
  setPlacement,
  setPlane,
  setPush,
  setWarp,
  showAgain,
  showLayer,
  standAlone,
  turnMaskRound,
  ungroupLayers,
} from '@diplex/document';
import { inScratch, stopKernels } from '@diplex/kernels';
import { startTestKernels } from '@diplex/kernels/test-support';
import fc from 'fast-check';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  anyComposition,
  manyTinted,
  sampleReader,
} from '../render/sample-composition.test-support';
import type { View } from '../render/view';
import { whole } from './graph.test-support';
import { renderNode } from './render-node';
import { viewDamage } from './view-damage';
import { viewGraph } from './view-graph';

beforeEach(() => {
  startTestKernels();
});
afterEach(stopKernels);

describe('damage', () => {
  const views: readonly View[] = [
    { kind: 'composition' },
    { kind: 'plain', layer: 'l1' },
    { kind: 'veil', layer: 'l1', colour: { r: 0, g: 0, b: 0 }, strength: 0.9 },
    { kind: 'edges', layer: 'l1' },
    { kind: 'cut-out', layer: 'l1', checks: 'dark' },
    { kind: 'difference', layer: 'l1', other: 'l0' },
  ];

  /** Every pixel in which two states of a view differ must lie inside the damage. */
  function expectInside(before: Composition, after: Composition, view: View, scale: number): void {
    const region = viewDamage(before, after, view, scale);
    if (region === 'everywhere') return;
    const all = whole(scale);
    const picture = (state: Composition) =>
      inScratch(() => {
        const { node } = viewGraph(state, view);
        const image = renderNode(node, all, scale, sampleReader);
        return image ? new Float32Array(image.data) : new Float32Array(all.width * all.height * 4);
      });
    const [a, b] = [picture(before), picture(after)];
    const outside = a.findIndex((value, i) => {
      if (value === b[i]) return false;
      const [x, y] = [(i >> 2) % all.width, Math.floor((i >> 2) / all.width)];
      return !region.some(
        (rect) => x >= rect.x && y >= rect.y && x < rect.x + rect.width && y < rect.y + rect.height,
      );
    });
    expect(outside, `sample ${outside} of ${view.kind} outside ${JSON.stringify(region)}`).toBe(-1);
  }

  /** One change of any kind; null when it does not apply. */
  function changed(composition: Composition, kind: number, pick: number, value: number) {
    const layers = layersInDepth(composition);
    const layer = layers[pick % Math.max(1, layers.length)];
    if (!layer) return null;
    const masks = Object.values(composition.masks);
    const mask = masks[pick % Math.max(1, masks.length)];
    const part = mask?.parts[value % Math.max(1, mask.parts.length)];
    const own = { layer: layer.id };
    const group = isGroup(layer) ? layer.id : null;
    const doing = <Args>(operation: Parameters<typeof perform<Args>>[1], args: Args) =>
      perform(composition, operation, args).composition;
    const choices: (() => Composition | null)[] = [
      () => {
        const placement = { ...layer.placement, x: value, turn: value };
        return doing(setPlacement, { ...own, placement });
      },
      () => doing(setOpacity, { ...own, opacity: value / 100 }),
      () => doing(layFlat, { ...own, flat: !layer.laidFlat }),
      () =>
        isGlass(layer) ? null : doing(layIntoPlane, { ...own, plane: value > 45 ? 'wall' : null }),
      () => {
        const plane = composition.planes?.wall;
        const [first, ...rest] = plane?.corners ?? [];
        if (!plane || !first) return null;
        const corners = [{ x: first.x - value / 9, y: first.y }, ...rest] as unknown as Quad;
        return doing(setPlane, { plane: { ...plane, corners } });
      },
      () => {
        const box = { x: 0, y: 0, width: 90, height: 70 };
        const [first, ...rest] = cornersOf(box);
        const corners = [{ x: first.x + value / 5, y: -6 }, ...rest] as unknown as Quad;
        return doing(setWarp, { ...own, warp: { box, corners } });
      },
      () => doing(setBlending, { ...own, blending: value > 40 ? 'multiply' : 'screen' }),
      () => doing(showLayer, { ...own, shown: !layer.shown }),
      () => doing(removeLayer, { layers: [layer.id] }),
      () => (layer.maskUse ? doing(turnMaskRound, own) : null),
      () => {
        const edge = { tint: value / 100, tintWidth: 3, fringe: value / 90, fringeWidth: 4 };
        return doing(setLayerEdge, { ...own, edge });
      },
      () => (layer.edge.fringeBrushed ? doing(evenFringe, own) : null),
      () => {
        const into = layers.find((each) => isGroup(each) && each.id !== layer.id)?.id ?? null;
        return group ? null : doing(moveLayers, { layers: [layer.id], into, at: value % 3 });
      },
      () => {
        const chosen = layers.filter((_, i) => (value >> i) & 1).map(({ id }) => id);
        if (chosen.length === 0) return null;
        return doing(groupLayers, { layers: chosen, group: 'made', name: 'Made' });
      },
      () => group && doing(ungroupLayers, { group }),
      () => group && doing(setMixing, { group, mixing: value > 40 ? 'isolated' : 'through' }),
      () => {
        const made = { id: 'mm', name: 'M', startsFrom: 'empty' as const, parts: [], feather: 0 };
        return layer.maskUse ? null : doing(addMask, { ...own, mask: made });
      },
      () => {
        const [step] = layer.steps;
        if (!step) return null;
        const change = value > 60 ? { shown: !step.shown } : { amount: value / 60 };
        return doing(changeStep, { ...own, step: step.id, change });
      },
      () => {
        const [step] = layer.steps;
        const to = layers.at(-1)?.id ?? layer.id;
        return step ? doing(moveStep, { ...own, step: step.id, to, at: value % 3 }) : null;
      },
      () => doing(setContentOpacity, { ...own, opacity: value / 90 }),
      () => mask && part && doing(removePart, { mask: mask.id, part: part.id }),
      () => mask && part && doing(reorderPart, { mask: mask.id, part: part.id, to: 0 }),
      () => {
        const settings = { shown: !part?.shown, feather: value / 9 };
        return mask && part && doing(setPart, { mask: mask.id, part: part.id, settings });
      },
      () => {
        const edge = { choke: value / 30, evened: value % 3, firm: value / 90 };
        return mask && doing(setMaskEdge, { mask: mask.id, edge });
      },
      () => {
        if (part?.kind !== 'painted' || !mask) return null;
        const tiles = { '0,0': 'f'.repeat(64) };
        return doing(paintPart, { mask: mask.id, part: part.id, tiles, way: 'hide' });
      },
      () => doing(showAgain, { ...own, showing: 'more' }),
      () => (isShowing(layer) ? doing(standAlone, own) : null),
      () => (layer.push ? doing(setPush, { of: own, amount: value / 90 }) : null),
      () => (layer.push ? doing(removePush, { of: own }) : null),
      () => {
        const tiles = { '0,0': 'e'.repeat(64), '1,0': 'e'.repeat(64) };
        return doing(pushPixels, { of: own, tiles, reach: 9, way: 'Dragged' });
      },
      () => {
        const [coat] = isPaint(layer) ? layer.content.coats : [];
        return coat ? doing(removeCoats, { ...own, coats: [coat.id] }) : null;
      },
      () => {
        if (!isPaint(layer)) return null;
        const lays = { by: 'taken', from: 'behind', onto: [1, 0, 0, 1, value / 9, 3], meets: 1 };
        const coats = [{ id: 'new', lays: lays as CoatLays, tiles: { '0,0': 'd'.repeat(64) } }];
        return doing(layCoats, { ...own, coats, way: 'Cloned' });
      },
    ].map((choice) => choice as () => Composition | null);
    try {
      return choices[kind % choices.length]?.() ?? null;
    } catch (error) {
      // What cannot be done changes nothing.
      if (error instanceof OperationRefused) return null;
      throw error;
    }
  }

  it('holds everything that an operation changed, in every view and at every scale', () => {
    fc.assert(
      fc.property(
        ...[anyComposition, fc.nat(120), fc.nat(7), fc.nat(90), fc.nat(5)],
        fc.constantFrom(1, 1.7, 0.37),
        (composition, kind, pick, value, look, scale) => {
          const after = changed(composition, kind, pick, value);
          if (!after) return;
          expectInside(composition, after, { kind: 'composition' }, scale);
          expectInside(after, composition, views[look] as View, scale);
        },
      ),
      { numRuns: 260, endOnFailure: true },
    );
    // As many runs take longer than a test usually may, on a slow machine.
  }, 240_000);

  it('is nowhere when nothing changed, and everywhere when the canvas did', () => {
    const composition = manyTinted(3);
    const view: View = { kind: 'composition' };
    const alike = { ...composition, masks: JSON.parse(JSON.stringify(composition.masks)) };
    expect(viewDamage(composition, alike, view, 1)).toEqual([]);
    const larger = { ...composition, canvas: { ...composition.canvas, width: 300 } };
    expect(viewDamage(composition, larger, view, 1)).toBe('everywhere');
  });
});
