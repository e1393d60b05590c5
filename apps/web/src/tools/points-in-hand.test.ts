import { type Layer, layerById, placedAt, plainLayer, type Shape } from '@diplex/document';
import { beforeEach, describe, expect, it } from 'vitest';
import { useComposition } from '../bench/composition-store';
import { takeTool, useHand } from '../bench/hand-store';
import { useBending } from './bend/settings';
import { keeper, openKeeper, told } from './page.test-support';
import {
  hasPoints,
  nudgePoint,
  pointInHand,
  removePoint,
  stepThroughPoints,
} from './points-in-hand';
import { useShaping } from './shape/settings';

const corners = [
  { x: 10, y: 10 },
  { x: 90, y: 10 },
  { x: 90, y: 70 },
  { x: 10, y: 70 },
];
const hole = [
  { x: 30, y: 30 },
  { x: 50, y: 30 },
  { x: 40, y: 50 },
];
const curve: Shape = { id: 's', kind: 'curve', rule: 'unite', points: corners, further: [hole] };
const box: Shape = {
  ...{ id: 'b', kind: 'box', rule: 'subtract', turn: 0, radius: 0 },
  ...{ x: 0, y: 0, width: 20, height: 20 },
};

/** Shapes on a layer that lies twice as large, moved. */
const shapes: Layer = plainLayer(
  'shapes',
  'Shapes',
  { kind: 'shape', shapes: [curve, box], fill: null, stroke: null },
  { ...placedAt({ x: 100, y: 50 }), scaleX: 2, scaleY: 2 },
);

function curveNow(): Extract<Shape, { kind: 'curve' }> {
  const { content } = layerById(useComposition.getState().composition, 'shapes') as Layer;
  const [first] = content.kind === 'shape' ? content.shapes : [];
  if (first?.kind !== 'curve') throw new Error('There is a curve.');
  return first;
}

beforeEach(() => {
  openKeeper({ layers: [keeper, shapes] });
  useHand.getState().take({ layer: 'shapes', stage: 'arrange', point: null });
  takeTool('arrange', 'shape');
  useShaping.getState().set({ shape: 's' });
});

describe('the points of a curve among shapes', () => {
  it('are stepped through with those of its hole, round and round', () => {
    expect(hasPoints()).toBe(true);
    expect(pointInHand()).toBe(false);
    stepThroughPoints(-1);
    expect(useHand.getState().point).toBe(6);
    stepThroughPoints(1);
    expect(useHand.getState().point).toBe(0);
  });

  it('are moved by pixels of the canvas, whatever their layer lies like', () => {
    stepThroughPoints(1);
    nudgePoint(8, -4);
    expect(curveNow().points[0]).toEqual({ x: 14, y: 8 });
    expect(curveNow().points.slice(1)).toEqual(corners.slice(1));
    expect(curveNow().further).toEqual([hole]);
  });

  it('are taken out; a hole goes with its third, and the last three corners stay', () => {
    useHand.getState().take({ point: 5 });
    removePoint();
    expect(curveNow().further ?? []).toEqual([]);
    useHand.getState().take({ point: 1 });
    removePoint();
    expect(curveNow().points).toHaveLength(3);
    useHand.getState().take({ point: 0 });
    removePoint();
    expect(curveNow().points).toHaveLength(3);
    expect(told()).toContain('three points at least');
  });

  it('are none of a box, of a locked layer, or with another tool in hand', () => {
    useShaping.getState().set({ shape: 'b' });
    expect(hasPoints()).toBe(false);
    openKeeper({ layers: [keeper, { ...shapes, pixelsLocked: true }] });
    useHand.getState().take({ layer: 'shapes', stage: 'arrange' });
    takeTool('arrange', 'shape');
    useShaping.getState().set({ shape: 's' });
    expect(hasPoints()).toBe(false);
    takeTool('arrange', 'place');
    expect(hasPoints()).toBe(false);
  });
});

describe('the points of a bend', () => {
  beforeEach(() => {
    useHand.getState().take({ layer: 'a', stage: 'arrange' });
    takeTool('arrange', 'bend');
    useBending.getState().set({ columns: 2, rows: 2, point: 0 });
  });

  it('are taken by keys and moved: only that one goes elsewhere', () => {
    expect(pointInHand()).toBe(true);
    stepThroughPoints(1);
    stepThroughPoints(1);
    nudgePoint(0, 10);
    const { warp } = layerById(useComposition.getState().composition, 'a') as Layer;
    const moved = warp?.bend?.points.filter(({ x, y }, i) => {
      const plain = { x: (i % 3) / 2, y: Math.floor(i / 3) / 2 };
      return Math.hypot(x - plain.x, y - plain.y) > 1e-9;
    });
    expect(useBending.getState().point).toBe(2);
    expect(moved).toHaveLength(1);
  });

  it('are not taken out', () => {
    removePoint();
    const { warp } = layerById(useComposition.getState().composition, 'a') as Layer;
    expect(warp ?? null).toBeNull();
  });
});
